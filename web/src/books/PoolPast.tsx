import { useState } from 'react';
import { Link } from 'react-router';
import { api, type Schemas } from '../api/client';
import { usePoolHolds, useSharedBack, useWorkedUp } from '../api/pools';
import { unwrap } from '../api/problem';
import { TakeBack } from '../metal/TakeBack';
import { day } from '../metal/day';
import { TubBands } from './TubBands';
import styles from './books.module.css';

export type Pool = Schemas['PoolView'];

const takenBack = (pool: Pool, corrects: string) => async (head: Schemas['Head'], reason: string) =>
  unwrap(
    await api.POST('/api/pools/{poolId}/corrections', {
      params: { path: { poolId: pool.id } },
      body: { head, corrects, reason },
    }),
  );

/** One time that a tub or pot was worked up; what its batches got is asked for when somebody opens it. */
export function WorkedUp({ pool, w, latest }: { pool: Pool; w: Schemas['WorkedUpView']; latest: boolean }) {
  const [open, setOpen] = useState(latest);
  return (
    <div className={styles.workedUp}>
      <p>
        <b>{day(w.at)}</b>, {w.by}: {w.gave.join('; ')}; {w.how}
        {w.reason && `; kept because: ${w.reason}`}.{' '}
        {w.canTakeBack && (
          <TakeBack words="take it back" seen={pool.version} send={takenBack(pool, w.entryId)} />
        )}
        {!open && (
          <button className="word" onClick={() => setOpen(true)}>
            who got what
          </button>
        )}
      </p>
      {open && <SharedBack pool={pool} entryId={w.entryId} />}
    </div>
  );
}

/** What the batches brought and got: of one working up, or (without one) of what is in it now. */
export function SharedBack({ pool, entryId }: { pool: Pool; entryId: string | null }) {
  const { data, error } = useSharedBack(pool.id, entryId);
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  return (
    <>
      {data.balance && <TubBands balance={data.balance} code={pool.code} />}
      {data.shares.length > 0 && (
        <table className={styles.table}>
          <thead>
            <tr>
              <th>batch</th>
              <th>the book had</th>
              <th>back</th>
              <th>recovery before</th>
              <th>recovery since</th>
            </tr>
          </thead>
          <tbody>
            {data.shares.map((s) => (
              <tr key={s.batchId + s.element}>
                <th>
                  <Link to={`/trail/${s.batchId}?metal=${s.element}`}>{s.code}</Link>
                </th>
                <td className="figures">{s.booked}</td>
                <td className="figures">{s.back}</td>
                <td className="figures">{s.before || 'still open'}</td>
                <td className="figures">{s.after || 'still open'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

export function Leavings({ pool, holds }: { pool: Pool; holds: Schemas['PoolHoldingView'][] }) {
  return (
    <table className={styles.table}>
      <tbody>
        {holds.map((h) => (
          <tr key={h.entryId}>
            <th>
              <Link to={`/trail/${h.batchId}`}>{h.code}</Link>{' '}
              <span className={styles.title}>{h.output}</span>
            </th>
            <td className="figures">{day(h.at)}</td>
            <td className="figures">{h.grams}</td>
            <td>
              {h.canTakeBack && (
                <TakeBack words="take it out" seen={pool.version} send={takenBack(pool, h.entryId)} />
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What went in before what is shown, a page at a time. */
export function EarlierLeavings({ pool, skip }: { pool: Pool; skip: number }) {
  const [open, setOpen] = useState(false);
  if (!open) return <Earlier count={pool.leavings - skip} onOpen={() => setOpen(true)} />;
  return <LeavingsFrom pool={pool} skip={skip} />;
}

function LeavingsFrom({ pool, skip }: { pool: Pool; skip: number }) {
  const { data, error } = usePoolHolds(pool.id, skip);
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  const next = skip + data.length;
  return (
    <>
      <Leavings pool={pool} holds={data} />
      {data.length > 0 && next < pool.leavings && <EarlierLeavings pool={pool} skip={next} />}
    </>
  );
}

/** Times that it was worked up before those that are shown, a page at a time. */
export function EarlierWorkings({ pool, skip }: { pool: Pool; skip: number }) {
  const [open, setOpen] = useState(false);
  if (!open) return <Earlier count={pool.workings - skip} onOpen={() => setOpen(true)} />;
  return <WorkingsFrom pool={pool} skip={skip} />;
}

function WorkingsFrom({ pool, skip }: { pool: Pool; skip: number }) {
  const { data, error } = useWorkedUp(pool.id, skip);
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  const next = skip + data.length;
  return (
    <>
      {data.map((w) => (
        <WorkedUp key={w.entryId} pool={pool} w={w} latest={false} />
      ))}
      {data.length > 0 && next < pool.workings && <EarlierWorkings pool={pool} skip={next} />}
    </>
  );
}

function Earlier({ count, onOpen }: { count: number; onOpen: () => void }) {
  return (
    <button className="word" onClick={onOpen}>
      {count} earlier
    </button>
  );
}
