import type { Schemas } from '../api/client';
import { useMoney } from '../api/money';
import { Fig } from '../metal/Fig';
import styles from './choices.module.css';

type Choice = Schemas['WorthChoice'];

/** What can be done with a lot, all on one axis of money: a line from its low to its high end, a mark at its mean. */
export function Choices({ choices }: { choices: Choice[] }) {
  const { sign } = useMoney();
  if (choices.length < 2) return null;
  const ends = choices.flatMap((c) => [c.kr.low, c.kr.high, c.mean.likely, 0]);
  const low = Math.min(...ends);
  const span = Math.max(...ends) - low || 1;
  const at = (kr: number) => `${(100 * (kr - low)) / span}%`;
  return (
    <section className={styles.choices} aria-label="what can be done with it">
      <h3 className={styles.title}>What can be done with it</h3>
      <ol className={styles.list}>
        {choices.map((c, i) => (
          <li key={c.kind + c.title} className={i === 0 ? styles.best : undefined} title={c.says}>
            <span className={styles.words}>{c.title}</span>
            <span className={styles.mean}>
              <Fig f={c.mean} bare />
            </span>
            <span className={styles.axis} aria-hidden="true">
              <span className={styles.zero} style={{ left: at(0) }} />
              <span
                className={styles.span}
                style={{ left: at(c.kr.low), width: `${(100 * (c.kr.high - c.kr.low)) / span}%` }}
              />
              <span className={styles.mark} style={{ left: at(c.mean.likely) }} />
            </span>
          </li>
        ))}
      </ol>
      <p className="soft">
        in {sign}, on the mean of all worlds; the line runs from 5 to 95 %, the dashes stand at nothing
      </p>
    </section>
  );
}
