import { useState } from 'react';
import { Link } from 'react-router';
import { api, type Schemas } from '../api/client';
import { useLeavings, useSharedBack, useWorkings } from '../api/pools';
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

/** Times that a tub or pot was worked up, the latest first. */
export function Workings({ pool }: { pool: Pool }) {
  const { data, error, hasNextPage, fetchNextPage } = useWorkings(pool.id);
  if (error) return <p role="alert">{error.message}</p>;
  return (
    <>
      {data?.pages.flat().map((w, i) => (
        <WorkedUp key={w.entryId} pool={pool} w={w} latest={i === 0} />
      ))}
      {hasNextPage && (
        <button className="word" onClick={() => void fetchNextPage()}>
          worked up before
        </button>
      )}
    </>
  );
}

/** One time that a tub or pot was worked up; what its batches got is asked for when somebody opens it. */
function WorkedUp({ pool, w, latest }: { pool: Pool; w: Schemas['WorkedUpView']; latest: boolean }) {
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
  if (!data) return <p className="soft">its batches are being balanced</p>;
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

/** What lies in a tub or pot, the latest first; asked for when somebody opens it. */
export function Leavings({ pool }: { pool: Pool }) {
  const [open, setOpen] = useState(false);
  const { data, error, hasNextPage, fetchNextPage } = useLeavings(pool.id, open);
  return (
    <details className={styles.rules} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>
        {pool.leavings} {pool.leavings === 1 ? 'leaving' : 'leavings'} in it
      </summary>
      {error && <p role="alert">{error.message}</p>}
      <table className={styles.table}>
        <tbody>
          {data?.pages.flat().map((h) => (
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
      {hasNextPage && (
        <button className="word" onClick={() => void fetchNextPage()}>
          older leavings
        </button>
      )}
    </details>
  );
}
