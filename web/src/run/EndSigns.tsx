import type { Schemas, StepView } from '../api/client';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './run.module.css';
import { useSeen } from './seen';
import { clock } from './time';

/** The signs that end a step, and what each does not prove. */
export function EndSigns({ batch, step }: { batch: Schemas['BatchView']; step: StepView }) {
  const see = useSeen(batch, step);
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
