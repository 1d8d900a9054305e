import { Link } from 'react-router';
import type { Schemas } from '../api/client';
import type { LeavingId } from '../api/leavings';
import { day } from '../metal/day';
import styles from './leavings.module.css';

/** Leavings by what is pooled, what is a lot, and what batches left, newest first. */
export function LeavingList({
  rows,
  of,
  onChoose,
  onMore,
}: {
  rows: Schemas['LeavingRow'][];
  of: LeavingId | null;
  onChoose: (row: Schemas['LeavingRow']) => void;
  onMore?: () => void;
}) {
  return (
    <nav className={styles.list} aria-label="what is left over">
      <h2>Left over</h2>
      <ul>
        {rows.map((r) => {
          const chosen = r.from === of?.from && r.id === of.id;
          return (
            <li key={`${r.from} ${r.id}`}>
              <button
                className={chosen ? styles.chosen : styles.row}
                aria-current={chosen}
                onClick={() => onChoose(r)}
              >
                <strong>{r.code}</strong>
                <span className="figures">{r.amount}</span>
                <span>
                  {r.title}
                  {r.holds > 1 && `, ${r.holds} leavings`}
                  <span className="soft">, {day(r.since)}</span>
                </span>
                <span className={`figures ${styles.held}`}>
                  {r.metals
                    .slice(0, 3)
                    .map((m) => `${m.element} ${m.grams}`)
                    .join(', ')}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      <p>
        <Link to="/leavings/register" className="word">
          What left the house
        </Link>
      </p>
      {onMore && (
        <button className="lesser" onClick={onMore}>
          Older ones
        </button>
      )}
    </nav>
  );
}
