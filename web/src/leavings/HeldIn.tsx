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
      {leaving.cameIn.length > 0 && (
        <details>
          <summary>What went into it, {leaving.cameIn.length}</summary>
          <ul className={styles.plain}>
            {leaving.cameIn.map((c, i) => (
              <li key={i}>
                {c.batchId ? <Link to={`/trail/${c.batchId}`}>{c.what}</Link> : c.what}
                {c.amount && `, ${c.amount}`}
                {c.at && <span className="soft">, {day(c.at)}</span>}
              </li>
            ))}
          </ul>
        </details>
      )}
      {leaving.money && <Money m={leaving.money} />}
      {leaving.ways.length > 0 && (
        <>
          <h3>Ways with it</h3>
          <ul className={styles.plain}>
            {leaving.ways
              .filter((w) => !w.refused)
              .map((w) => (
                <li key={w.method}>
                  {of.from === 'Lot' ? <Link to={`/plan/${of.id}?way=${w.method}`}>{w.title}</Link> : w.title}
                </li>
              ))}
          </ul>
          <details>
            <summary>What does not take it, and why</summary>
            <ul className={styles.plain}>
              {leaving.ways
                .filter((w) => w.refused)
                .map((w) => (
                  <li key={w.method}>
                    {w.title}: {w.refused}; <span className="soft">{w.wayOut}</span>
                  </li>
                ))}
            </ul>
          </details>
        </>
      )}
      {leaving.joins.length > 0 && (
        <details>
          <summary>What it may be poured to</summary>
          <ul className={styles.plain}>
            {leaving.joins.map((j) => (
              <li key={j.from + j.id}>
                <strong>{j.code}</strong> {j.title}: {j.may ? 'nothing speaks against it' : `no. ${j.why}`}
              </li>
            ))}
          </ul>
        </details>
      )}
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
        <Link to={`/leavings/label?from=${of.from}&id=${encodeURIComponent(of.id)}`} className="lesser">
          Label, hand over
        </Link>
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

function Money({ m }: { m: Schemas['LeavingMoneyView'] }) {
  if (m.metals.length === 0 && !m.handOver) return null;
  return (
    <>
      <h3>In money</h3>
      <ul className={styles.content}>
        {[...m.metals, ...(m.handOver ? [m.handOver] : [])].map((f) => (
          <li key={f.key}>
            <span>{f.label}</span>
            <Fig f={f} />
          </li>
        ))}
      </ul>
      <p className="soft">
        Working it up pays while it costs less than lies between.
        {m.notPriced.length > 0 && ` Nobody on the price list pays for ${m.notPriced.join(', ')}.`}
      </p>
    </>
  );
}
