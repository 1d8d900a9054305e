import { Link } from 'react-router';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { Fig } from '../metal/Fig';
import { ProblemNote } from '../metal/ProblemNote';
import { AsBegun } from './AsBegun';
import styles from './run.module.css';
import { WorthAfter } from './WorthAfter';

/** All steps are closed: the batch is closed too, or shows that it is. */
export function Finish({ batch }: { batch: Schemas['BatchView'] }) {
  const close = useWrite(
    async (head) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/close', {
          params: { path: { batchId: batch.id } },
          body: { head, reason: null },
        }),
      ),
    undefined,
    batch.version,
  );
  return (
    <section className={styles.work}>
      <h1>{batch.closedAt ? `Batch ${batch.code} is closed` : 'All steps are done'}</h1>
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
          <ProblemNote problem={close.error} />
          <button
            className="act"
            disabled={!batch.canClose || close.isPending}
            onClick={() => close.mutate({})}
          >
            Close the batch
          </button>
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
