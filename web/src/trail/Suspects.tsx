import { TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Schemas } from '../api/client';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { Stand } from './Stand';
import styles from './trail.module.css';

interface Props {
  trail: Schemas['TrailView'];
}

interface Wish {
  entryId: string;
  becomes: string;
  slip: string | null;
  reason: string | null;
  kept: string | null;
}

/** Whether the readings agree; if not, which is likely wrong, what would put it right, and what that changes. */
export function Suspects({ trail: t }: Props) {
  const [chosen, setChosen] = useState(0);
  const [byHand, setByHand] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const [kept, setKept] = useState('');
  const putRight = useWrite(
    async (head, w: Wish) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/put-right', {
          params: { path: { batchId: t.batchId } },
          body: {
            head,
            readingEntryId: w.entryId,
            becomes: w.becomes,
            slip: w.slip,
            reason: w.reason,
            kept: w.kept,
            element: t.element,
          },
        }),
      ),
    () => {
      setByHand(null);
      setReason('');
      setKept('');
      setChosen(0);
    },
    t.version,
  );
  const refused = putRight.error?.at('becomes');
  // What was explained needs no proposal any more.
  const s = t.stands ? undefined : t.suspects[Math.min(chosen, t.suspects.length - 1)];
  return (
    <section aria-label="do the readings agree?" className={styles.suspects} id="suspects">
      <p className={t.agreement.addsUp ? 'soft' : undefined}>{t.agreement.sentence}</p>
      {t.agreement.lossFirst && !t.stands && t.agreement.lost && <p>{t.agreement.lost}</p>}
      {s && (
        <div className={styles.proposal}>
          <div role="radiogroup" aria-label="what most likely happened">
            {t.suspects.map((p, i) => (
              <label key={p.arc + (p.slip ?? '') + i} className={styles.choice}>
                <input type="radio" checked={s === p} onChange={() => setChosen(i)} name="suspect" />
                <span>
                  <b>
                    {p.says} <span className="figures">{p.was}</span>
                  </b>
                  {p.becomes ? (
                    <>
                      : <span className="figures">{p.becomes}</span> would fit
                    </>
                  ) : null}
                  <span className="soft">
                    {' '}
                    {p.slipTitle}
                    {p.share > 0 &&
                      `; ${p.share > 0.995 ? 'over 99' : p.share < 0.005 ? 'under 1' : Math.round(p.share * 100)} in 100`}
                    {p.fits && `; the other readings say ${p.fits}`}
                  </span>
                </span>
              </label>
            ))}
          </div>
          {s.effects.length > 0 && (
            <table className={styles.effects}>
              <thead>
                <tr>
                  <th>
                    <span className="hidden">figure</span>
                  </th>
                  <th>as it stands</th>
                  <th>put right</th>
                </tr>
              </thead>
              <tbody>
                {s.effects.map((e) => (
                  <tr key={e.what}>
                    <th scope="row">{e.what}</th>
                    <td className="figures">{e.before}</td>
                    <td className="figures">{e.after}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {s.wayOut && <p className="soft">{s.wayOut}</p>}
          {s.entryId && (
            <div className={styles.acts}>
              {s.becomes && !s.wayOut && (
                <button
                  className="act"
                  disabled={putRight.isPending}
                  onClick={() =>
                    s.entryId &&
                    putRight.mutate({
                      entryId: s.entryId,
                      becomes: s.becomes,
                      slip: s.slip,
                      reason: null,
                      kept: null,
                    })
                  }
                >
                  Put right: {s.becomes}
                </button>
              )}
              {byHand === null ? (
                <button className="lesser" onClick={() => setByHand('')}>
                  It was something else
                </button>
              ) : (
                <form
                  noValidate
                  onSubmit={(e) => {
                    e.preventDefault();
                    if (s.entryId)
                      putRight.mutate({ entryId: s.entryId, becomes: byHand, slip: null, reason, kept });
                  }}
                >
                  <QuantityField
                    label={s.says.startsWith('feed') ? 'It was' : 'It weighed'}
                    field="MassOrVolume"
                    value={byHand}
                    onChange={setByHand}
                    error={refused}
                    placeholder="4.21 g"
                    autoFocus
                  />
                  <div className={styles.why}>
                    <TextInput
                      label="How do you know?"
                      value={reason}
                      onChange={(e) => setReason(e.currentTarget.value)}
                      error={putRight.error?.of('reason')}
                    />
                    {refused && (
                      <TextInput
                        label="If it is so, why?"
                        value={kept}
                        onChange={(e) => setKept(e.currentTarget.value)}
                      />
                    )}
                  </div>
                  <div>
                    <button className="lesser" disabled={!byHand.trim() || putRight.isPending}>
                      Put right
                    </button>
                    <button type="button" className="word" onClick={() => setByHand(null)}>
                      Leave it
                    </button>
                  </div>
                </form>
              )}
            </div>
          )}
          <ProblemNote problem={putRight.error} shown={byHand === null ? undefined : ['becomes', 'reason']} />
        </div>
      )}
      {!t.agreement.addsUp &&
        (t.stands ? (
          <p>
            <b>Right as they stand</b>, says {t.stands.by}: {t.stands.reason}. {t.agreement.lost}
          </p>
        ) : (
          <Stand trail={t} />
        ))}
      {t.putRight.map((p) => (
        <p key={p.entryId} className="soft">
          {p.output} put right by {p.by}: <span className="figures">{p.becomes}</span> in place of{' '}
          <span className="figures">{p.was}</span>; {p.reason}
          {p.kept && (
            <>
              ; <b>kept although it cannot be</b>: {p.kept}
            </>
          )}
          .
        </p>
      ))}
    </section>
  );
}
