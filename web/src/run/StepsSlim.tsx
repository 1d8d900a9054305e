import type { Schemas } from '../api/client';
import styles from './run.module.css';

/** The steps of the batch as a line of knots: done, at hand, to come. */
export function StepsSlim({ batch }: { batch: Schemas['BatchView'] }) {
  return (
    <ol className={styles.steps} aria-label="steps">
      {batch.steps.map((s) => (
        <li
          key={s.id}
          className={s.closed ? styles.done : s.current ? styles.now : styles.ahead}
          aria-current={s.current ? 'step' : undefined}
        >
          {s.verb}
          {s.givenUp && <span className="soft"> given up</span>}
          <span className="hidden">{s.closed ? ', done' : s.current ? ', at hand' : ', to come'}</span>
        </li>
      ))}
    </ol>
  );
}
