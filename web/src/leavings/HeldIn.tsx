import { Link } from 'react-router';
import type { Schemas } from '../api/client';
import type { LeavingId } from '../api/leavings';
import { Badge } from '../metal/Badge';
import { day } from '../metal/day';
import { Fig } from '../metal/Fig';
import styles from './leavings.module.css';

/** What is in a leaving, what is to be minded of it, and where to go with it. */
export function HeldIn({
  of,
  leaving,
  way,
}: {
  of: LeavingId;
  leaving: Schemas['LeavingView'];
  /** Of the plan page: as the dose is chosen. */
  way: string;
}) {
  const rows = [
    ...leaving.content.map((c) => ({ name: c.name, element: c.element, f: c.grams })),
    ...(leaving.acid ? [{ name: leaving.acid.label, element: '', f: leaving.acid }] : []),
    ...(leaving.solids ? [{ name: 'solids that lie in it', element: '', f: leaving.solids }] : []),
    ...(leaving.volume ? [{ name: 'all of it', element: '', f: leaving.volume }] : []),
  ];
  return (
    <section className={styles.held} aria-label="what is in it">
      <h2>What is in it</h2>
      <ul className={styles.content}>
        {rows.map((r) => (
          <li key={r.name}>
            <span>
              {r.element && <Badge element={r.element} />} {r.name}
            </span>
            <Fig f={r.f} />
          </li>
        ))}
      </ul>
      <p className="soft">
        since {day(leaving.since)}
        {leaving.batchId && (
          <>
            , of <Link to={`/trail/${leaving.batchId}`}>{leaving.code}</Link>
          </>
        )}
      </p>
      {leaving.marks.length > 0 && <p className={styles.look}>{leaving.marks.join(', ')}</p>}
      {leaving.notWith.map((n) => (
        <p key={n} className={styles.look}>
          Into no tub or pot as it is: {n}.
        </p>
      ))}
      {leaving.notInTheEngine.length > 0 && (
        <p className="soft">
          Not in the curve, counted with its charge alone: {leaving.notInTheEngine.join('; ')}.
        </p>
      )}
      <div className={styles.ways}>
        {of.from === 'Lot' ? (
          <Link to={`/plan/${of.id}${way}`} className="act">
            {way ? 'Work it up this way' : 'Work it up'}
          </Link>
        ) : (
          <Link to={`/lots/take-over?from=${of.from}&id=${encodeURIComponent(of.id)}`} className="act">
            Make it a lot
          </Link>
        )}
        {of.from === 'Pool' && (
          <Link to="/books/pools" className="lesser">
            The tub or pot
          </Link>
        )}
      </div>
      <p className="soft">
        Local rules decide what may leave the house, and by whom. Never down the drain on the word of a
        program.
      </p>
    </section>
  );
}
