import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, type Schemas } from '../api/client';
import { useMoney } from '../api/money';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { Fig } from '../metal/Fig';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { Choices } from './Choices';
import styles from './worth.module.css';

interface Props {
  lot: Schemas['LotView'];
  worth: Schemas['WorthView'];
  /** What could turn it, in a sentence. */
  turns?: string;
  /** The figures are of a content that is only thought of. */
  thought: boolean;
}

/** The verdict in a sentence, and the sheet behind it line by line. */
export function VerdictSheet({ lot, worth: w, turns, thought }: Props) {
  const [doing, setDoing] = useState<'wait' | 'offer' | null>(null);
  return (
    <aside className={styles.verdict} aria-label="is it worth doing" aria-live="polite">
      <h2 className={styles.headline} data-verdict={w.verdict}>
        {w.headline}
      </h2>
      {thought && <p className={styles.thought}>with the content as you moved it</p>}
      <p>{w.reason}</p>
      {turns && <p>{turns}</p>}
      <Choices choices={w.choices} />
      {w.lines.length > 0 && (
        <table className={styles.sheet}>
          <caption>{w.wayTitle}</caption>
          <tbody>
            {w.lines.map((l) => (
              <tr key={l.id}>
                <th scope="row">{l.kr.label}</th>
                <td>
                  <Fig f={l.kr} bare />
                </td>
              </tr>
            ))}
            {w.leftOver && (
              <tr className={styles.sum}>
                <th scope="row">left over</th>
                <td>
                  <Fig f={w.leftOver} bare />
                </td>
              </tr>
            )}
            {w.asItIs && (
              <tr>
                <th scope="row">{w.asItIs.label}</th>
                <td>
                  <Fig f={w.asItIs} bare />
                </td>
              </tr>
            )}
            {w.margin && (
              <tr className={styles.sum}>
                <th scope="row">likely margin</th>
                <td>
                  <Fig f={w.margin} bare />
                </td>
              </tr>
            )}
          </tbody>
        </table>
      )}
      {w.notPriced.length > 0 && (
        <p className="caution">
          No price for {w.notPriced.join(', ')}: not in the sums.{' '}
          <Link to="/lots/prices">Write one down</Link>
        </p>
      )}
      {w.lines.length === 0 && w.refused.length > 0 && (
        <ul className={styles.refusedWays}>
          {w.refused.map((r) => (
            <li key={r.way + r.reason}>
              <strong>{r.way}</strong>: {r.reason}; {r.wayOut}
            </li>
          ))}
        </ul>
      )}
      {lot.waitsFor && <p className={styles.waits}>Set aside: waits for {lot.waitsFor}.</p>}
      {lot.questions.map((q) => (
        <Question key={q.mark} lot={lot} question={q} />
      ))}
      <div className={styles.verdictKeys}>
        {lot.questions.length === 0 && (
          <Link className="act" to={`/plan/${lot.id}`}>
            Find the ways
          </Link>
        )}
        {w.poolWith.length > 0 && (
          <Link className="lesser" to={`/lots/pool?with=${lot.id}`}>
            Put together
          </Link>
        )}
        <button className="word" onClick={() => setDoing(doing === 'wait' ? null : 'wait')}>
          {lot.waitsFor ? 'it waits no longer, or for something else' : 'hold for later'}
        </button>
        <button className="word" onClick={() => setDoing(doing === 'offer' ? null : 'offer')}>
          somebody offers for it as it is
        </button>
      </div>
      {doing === 'wait' && <Wait lot={lot} suggested={w.poolWith} onDone={() => setDoing(null)} />}
      {doing === 'offer' && <Offer lot={lot} onDone={() => setDoing(null)} />}
      <p className="soft">
        by “{w.prices ?? 'no list'}”, <Link to="/lots/prices">prices</Link>
      </p>
    </aside>
  );
}

function Wait({
  lot,
  suggested,
  onDone,
}: {
  lot: Schemas['LotView'];
  suggested: string[];
  onDone: () => void;
}) {
  const [what, setWhat] = useState(lot.waitsFor ?? suggested.join(', '));
  const [seen] = useState(lot.version);
  const write = useWrite(
    async (head, waitsFor: string | null) =>
      unwrap(
        await api.POST('/api/lots/{lotId}/set-aside', {
          params: { path: { lotId: lot.id } },
          body: { head, waitsFor },
        }),
      ),
    onDone,
    seen,
  );
  return (
    <form
      className={styles.little}
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(what.trim() || null);
      }}
    >
      <TextInput
        label="It waits for"
        placeholder="more of its kind, an assay, better prices"
        value={what}
        onChange={(e) => setWhat(e.currentTarget.value)}
      />
      <ProblemNote problem={write.error} />
      <button className="lesser" disabled={write.isPending || (!what.trim() && !lot.waitsFor)}>
        {what.trim() ? 'Set it aside' : 'It waits no longer'}
      </button>
    </form>
  );
}

function Offer({ lot, onDone }: { lot: Schemas['LotView']; onDone: () => void }) {
  const money = useMoney();
  const [crowns, setCrowns] = useState(lot.offer ?? '');
  const [by, setBy] = useState(lot.offerBy ?? '');
  const [seen] = useState(lot.version);
  const write = useWrite(
    async (head, wish: { crowns: string | null; by: string | null }) =>
      unwrap(
        await api.POST('/api/lots/{lotId}/offer', {
          params: { path: { lotId: lot.id } },
          body: { head, ...wish },
        }),
      ),
    onDone,
    seen,
  );
  return (
    <form
      className={styles.little}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({ crowns: crowns.trim() || null, by: by || null });
      }}
    >
      <QuantityField
        label="For all of it, as it is"
        placeholder={money.text(300)}
        field="Money"
        value={crowns}
        onChange={setCrowns}
        error={write.error?.at('crowns')}
      />
      <TextInput label="Who" value={by} onChange={(e) => setBy(e.currentTarget.value)} />
      <p className="soft">It goes before the scrap shares of the price list. Empty takes it back.</p>
      <ProblemNote problem={write.error} shown={['crowns']} />
      <button className="lesser" disabled={write.isPending}>
        Write it down
      </button>
    </form>
  );
}

// What its title or kind raises is answered before anything else; the answer stands in the journal.
function Question({ lot, question }: { lot: Schemas['LotView']; question: Schemas['QuestionView'] }) {
  const write = useWrite(
    async (head, mark: string) =>
      unwrap(
        await api.POST('/api/lots/{lotId}/content', {
          params: { path: { lotId: lot.id } },
          body: {
            head,
            content: { ...lot.typed, marks: [...lot.marks, mark] },
            how: 'guess',
            reason:
              mark === question.mark ? `yes: ${question.text}` : `somebody looked, and no: ${question.text}`,
          },
        }),
      ),
    undefined,
    lot.version,
  );
  return (
    <div className={styles.question} role="group" aria-label={question.text}>
      <p>{question.text}</p>
      <div className={styles.verdictKeys}>
        <button className="lesser" disabled={write.isPending} onClick={() => write.mutate(question.mark)}>
          Yes, or perhaps
        </button>
        <button className="lesser" disabled={write.isPending} onClick={() => write.mutate(question.denied)}>
          No: I looked
        </button>
      </div>
      <ProblemNote problem={write.error} />
    </div>
  );
}
