import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, type Schemas } from '../api/client';
import { type Problem, unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { Fig } from '../metal/Fig';
import { ProblemNote } from '../metal/ProblemNote';
import { AsBegun } from './AsBegun';
import styles from './run.module.css';
import { WorthAfter } from './WorthAfter';

/** All steps are closed: the batch is closed too, or shows that it is. */
export function Finish({ batch }: { batch: Schemas['BatchView'] }) {
  const [farOff, setFarOff] = useState<string | null>(null);
  const [why, setWhy] = useState('');
  const asked = (problem: Problem) => setFarOff(problem.at('counts')?.reason ?? null);
  const close = useWrite(
    async (head, answer: { counts: boolean | null; reason: string | null }) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/close', {
          params: { path: { batchId: batch.id } },
          body: { head, ...answer },
        }),
      ),
    undefined,
    batch.version,
  );
  const answered = (counts: boolean) => close.mutate({ counts, reason: why.trim() || null });
  return (
    <section className={styles.work}>
      <h1>{batch.closedAt ? `Batch ${batch.code} is closed` : 'All steps are done'}</h1>
      {batch.lost && <p>It was lost before its end: {batch.lost}. Nothing more came of it.</p>}
      {batch.product && (
        <p>
          {batch.metal} in the product <Fig f={batch.product} />
        </p>
      )}
      {!batch.closedAt && (
        <>
          {!batch.canClose && (
            <p>
              The product has not been weighed: take the closing of the last step back, weigh it, and close
              again.
            </p>
          )}
          <ProblemNote problem={close.error} shown={['counts', 'reason']} />
          {farOff ? (
            <section className={styles.asked} aria-label="does it count">
              <p>
                <strong>Does it count?</strong> {farOff}. A mishap teaches nothing; another way of working
                does.
              </p>
              <TextInput
                label="What was different in this batch"
                value={why}
                onChange={(e) => setWhy(e.currentTarget.value)}
                error={close.error?.at('reason')?.reason}
              />
              <div className={styles.askedKeys}>
                <button className="act" disabled={close.isPending} onClick={() => answered(true)}>
                  It counts
                </button>
                <button className="lesser" disabled={close.isPending} onClick={() => answered(false)}>
                  Leave it out of learning
                </button>
              </div>
            </section>
          ) : (
            <button
              className="act"
              disabled={!batch.canClose || close.isPending}
              onClick={() => close.mutate({ counts: null, reason: null }, { onError: asked })}
            >
              Close the batch
            </button>
          )}
        </>
      )}
      <p>
        <Link to={`/trail/${batch.id}`}>Where every gram went</Link>
      </p>
      <WorthAfter batchId={batch.id} version={batch.version} />
      {batch.closedAt &&
        batch.steps.map((s) => (
          <AsBegun key={s.id} batchId={batch.id} stepId={s.id} words={`${s.title}: as it was begun`} />
        ))}
    </section>
  );
}
