import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api, type DoseView, type Schemas, type StepView } from '../api/client';
import { type Problem, unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { Fig } from '../metal/Fig';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { ChangeBottle } from './ChangeBottle';
import { Changes } from './Changes';
import ladder from './ladder.module.css';
import styles from './run.module.css';
import { Shut } from './Shut';
import { PourKey } from './PourKey';
import { clock } from './time';

interface Props {
  batch: Schemas['BatchView'];
  step: StepView;
  dose: DoseView;
  /** Another reagent than the last one: it is taken up before it can be poured. */
  fresh: boolean;
  onPoured: () => void;
}

interface Wish {
  amount: string;
  minutesAgo: number;
  reason: string;
  rung: number;
  /** The time is so although it was asked back. */
  sure: boolean;
}

/** The dose as a ladder: poured rungs keep their place, the next one is one huge key. */
export function Ladder({ batch, step, dose, fresh, onPoured }: Props) {
  const [other, setOther] = useState<string | null>(null);
  const [minutesAgo, setMinutesAgo] = useState(0);
  const [reason, setReason] = useState('');
  const [sure, setSure] = useState(false);
  const [changing, setChanging] = useState(false);
  const next = dose.rungs.find((r) => !r.entryId);
  const poured = dose.rungs.filter((r) => r.entryId).length;
  const shut = step.interlocks.find((i) => i.doseId === dose.id && !i.open);
  const list = useRef<HTMLOListElement>(null);
  const path = { batchId: batch.id, stepId: step.id };
  const bottle = next?.bottleId ?? dose.bottleId.split(' + ')[0] ?? dose.bottleId;
  const pour = useWrite(
    async (head, w: Wish, once) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/pours', {
          params: { path },
          body: {
            head: { ...head, occurredAt: once.ago(w.minutesAgo), timeIsRight: w.sure },
            doseId: dose.id,
            bottleId: bottle,
            amount: w.amount,
            reason: w.reason || null,
          },
        }),
      ),
    () => {
      setOther(null);
      setMinutesAgo(0);
      setReason('');
      setSure(false);
      onPoured();
    },
    batch.version,
  );
  const preview = useQuery({
    queryKey: ['preview', batch.version, dose.id, other],
    enabled: !!other && other.trim().length > 0,
    retry: false,
    queryFn: async () =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/pours/preview', {
          params: { path },
          body: { doseId: dose.id, bottleId: bottle, amount: other ?? '' },
        }),
      ),
  });
  const previewed = preview.error as Problem | null;
  // A rung is logged as it is shown: what the eye reads is what the hand pours.
  const go = (amount: string) => pour.mutate({ amount, minutesAgo, reason, rung: poured, sure });
  useEffect(() => {
    list.current?.querySelector('[data-next]')?.scrollIntoView({ block: 'nearest' });
  }, [poured]);
  return (
    <div className={ladder.ladderPart}>
      <ol className={ladder.ladder} ref={list} tabIndex={0} aria-label={`portions of ${dose.title}`}>
        {dose.rungs.map((r) => (
          <li
            key={r.number}
            className={r.entryId ? ladder.poured : r === next ? ladder.next : ladder.coming}
            data-next={r === next ? '' : undefined}
          >
            <span className={ladder.number}>{r.number}</span>
            <i aria-hidden="true" />
            <span className={`figures ${ladder.amount}`}>{r.amount}</span>
            <span className={ladder.when}>
              {dose.bottleId.includes(' + ') && `${r.bottleId} `}
              {r.pouredAt ? clock(r.pouredAt) : r === next ? 'next' : ''}
              {r.part && r.part !== dose.rungs[r.number - 2]?.part && ` ${r.part}`}
            </span>
          </li>
        ))}
      </ol>
      <div className={ladder.pour}>
        <p className={ladder.total}>
          <span className="figures">
            {dose.poured} of {dose.planned}
          </span>{' '}
          <span className="soft">on the ladder poured; likely in all</span>{' '}
          <Fig f={dose.millilitres ?? dose.grams} />
          {dose.millilitres && dose.formula !== 'H2O' && (
            <span className="soft">
              {' '}
              = <Fig f={dose.grams} bare />
            </span>
          )}
        </p>
        <p className="soft">{dose.how}</p>
        {dose.formula !== 'H2O' && (
          <p className="soft">
            from <strong>{bottle}</strong>, {dose.bottleLabel}
            {dose.perGram && (
              <>
                ; <Fig f={dose.perGram} bare /> of {dose.perGram.label}
              </>
            )}
          </p>
        )}
        {shut && <Shut batch={batch} step={step} by={shut} />}
        {dose.lacking && <p className="caution">{dose.lacking}</p>}
        {other === null && (
          <PourKey
            batch={batch}
            dose={dose}
            bottle={bottle}
            next={next?.amount}
            words={poured > 0 && dose.rungs.length > 2 ? 'It is quiet: poured' : 'Poured'}
            shut={!!shut || pour.isPending}
            fresh={fresh && poured === 0}
            onPour={go}
          />
        )}
        {other === null ? (
          <div className={ladder.otherWays}>
            <button className="word" onClick={() => setOther('')}>
              {next ? 'another amount' : 'one portion more'}
            </button>
            {dose.formula !== 'H2O' && (
              <button className="word" onClick={() => setChanging(!changing)} aria-expanded={changing}>
                from another bottle
              </button>
            )}
          </div>
        ) : (
          <div className={styles.other}>
            <QuantityField
              label={`Poured, ${dose.liquid ? 'mL or g' : 'g, or tsp where it was a spoon'}`}
              field="MassOrVolume"
              placeholder={next?.amount}
              value={other}
              onChange={setOther}
              error={pour.error?.at('amount') ?? previewed?.at('amount')}
              onAgree={(becomes) => {
                setOther(becomes);
                pour.mutate({ amount: becomes, minutesAgo, reason: '', rung: poured, sure });
              }}
              autoFocus
            />
            <Changes changes={preview.data?.changes} />
            {(pour.error?.at('amount') ?? previewed?.at('amount')) && (
              <label className={styles.reason}>
                If it is so, why?
                <input value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
              </label>
            )}
            {!pour.error && preview.error && (
              <ProblemNote problem={preview.error} shown={['text', 'amount']} />
            )}
            <button
              className="act"
              disabled={pour.isPending || other.trim() === ''}
              onClick={() => go(other)}
            >
              Log it
            </button>
            <button className="lesser" onClick={() => setOther(null)}>
              Leave it
            </button>
          </div>
        )}
        {changing && <ChangeBottle batch={batch} dose={dose} onDone={() => setChanging(false)} />}
        <label className={styles.ago}>
          when
          <select value={minutesAgo} onChange={(e) => setMinutesAgo(Number(e.currentTarget.value))}>
            {[0, 5, 10, 20, 30, 60, 120].map((m) => (
              <option key={m} value={m}>
                {m === 0 ? 'now' : m < 60 ? `about ${m} min ago` : `about ${m / 60} h ago`}
              </option>
            ))}
          </select>
        </label>
        {(pour.error?.at('occurredAt') || sure) && (
          <label className={styles.ago}>
            <input type="checkbox" checked={sure} onChange={(e) => setSure(e.currentTarget.checked)} />
            the time is right
          </label>
        )}
        <ProblemNote problem={pour.error} shown={other !== null ? ['amount'] : []} />
        <p className={ladder.foam}>{step.ifFoams}</p>
      </div>
    </div>
  );
}
