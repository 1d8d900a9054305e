import { api, type Schemas, type StepView } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './run.module.css';
import { clock } from './time';

/** The signs that end a step, and what each does not prove. */
export function EndSigns({ batch, step }: { batch: Schemas['BatchView']; step: StepView }) {
  const see = useWrite(
    async (head, sign: string) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/signs', {
          params: { path: { batchId: batch.id, stepId: step.id } },
          body: { head, sign },
        }),
      ),
    undefined,
    batch.version,
  );
  return (
    <>
      <h2>Done when</h2>
      <ul className={styles.signs}>
        {step.endSigns.map((s) => (
          <li key={s.id}>
            <button
              role="checkbox"
              aria-checked={!!s.seenAt}
              disabled={!!s.seenAt || see.isPending}
              onClick={() => see.mutate(s.id)}
              className={styles.sign}
            >
              <span className={s.seenAt ? styles.ticked : styles.box} aria-hidden="true" />
              <span>
                {s.text}
                {s.seenAt && <span className="soft"> · {clock(s.seenAt)}</span>}
              </span>
            </button>
            <p className={styles.notProof}>Not proof: {s.notProof}</p>
          </li>
        ))}
      </ul>
      <ProblemNote problem={see.error} />
    </>
  );
}
