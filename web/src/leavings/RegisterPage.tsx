import { TextInput } from '@mantine/core';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { TakeBack } from '../metal/TakeBack';
import { day } from '../metal/day';
import styles from './container.module.css';

/** Everything that left the house, newest first, with its receipt. */
export function RegisterPage() {
  const { data, error, hasNextPage, fetchNextPage } = useInfiniteQuery({
    queryKey: ['register'],
    initialPageParam: 0,
    queryFn: async ({ pageParam }) =>
      unwrap(await api.GET('/api/leavings/register', { params: { query: { skip: pageParam } } })),
    getNextPageParam: (last, pages) => (last.more ? pages.length * 100 : undefined),
  });
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  const rows = data.pages.flatMap((p) => p.left);
  return (
    <>
      <h1>What left the house</h1>
      <p className="noprint">
        <Link to="/leavings">Back to the leavings</Link>
        {rows.length > 0 && (
          <>
            {' '}
            <a className="word" href="/api/leavings/register/csv" download>
              Save as a table
            </a>{' '}
            <button className="lesser" onClick={() => window.print()}>
              Print it
            </button>
          </>
        )}
      </p>
      {rows.length === 0 ? (
        <p>Nothing was handed over yet. It is written down from the label of a lot.</p>
      ) : (
        <div className={styles.wide}>
          <table className={styles.register}>
            <thead>
              <tr>
                <th scope="col">when</th>
                <th scope="col">what</th>
                <th scope="col">how much</th>
                <th scope="col">to whom</th>
                <th scope="col">receipt</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((r) => (
                <Line key={r.handOver} r={r} />
              ))}
            </tbody>
          </table>
        </div>
      )}
      {hasNextPage && (
        <button className="lesser" onClick={() => void fetchNextPage()}>
          Older ones
        </button>
      )}
    </>
  );
}

function Line({ r }: { r: Schemas['LeftView'] }) {
  const [receipt, setReceipt] = useState('');
  const write = useWrite(async (head, number: string) =>
    unwrap(
      await api.POST('/api/leavings/{lotId}/receipt', {
        params: { path: { lotId: r.lotId } },
        body: { head: { ...head, expectedVersion: null }, handOver: r.handOver, receipt: number },
      }),
    ),
  );
  return (
    <tr>
      <td>
        {day(r.at)}
        <br />
        <span className="soft">{r.by}</span>
      </td>
      <td>
        <strong>{r.code}</strong>, {r.title}
        <br />
        <span className="soft">{r.contents.slice(0, 6).join('; ')}</span>
        {r.note && <br />}
        {r.note}
        <div className="noprint">
          <TakeBack
            words="It never left"
            seen={0}
            send={async (head, reason) =>
              unwrap(
                await api.POST('/api/leavings/{lotId}/stays', {
                  params: { path: { lotId: r.lotId } },
                  body: { head: { ...head, expectedVersion: null }, handOver: r.handOver, reason },
                }),
              )
            }
          />
        </div>
      </td>
      <td>
        {r.amount}
        <br />
        {r.container}
        {r.ph && `, ${r.ph}`}
      </td>
      <td>
        {r.receiver}
        {r.licence && `, licence ${r.licence}`}
      </td>
      <td>
        {r.receipt || (
          <form
            className="noprint"
            onSubmit={(e) => {
              e.preventDefault();
              write.mutate(receipt);
            }}
          >
            <TextInput
              aria-label={`receipt for ${r.code}`}
              placeholder="number"
              value={receipt}
              onChange={(e) => setReceipt(e.currentTarget.value)}
              error={write.error?.of('receipt') ?? write.error?.message}
              w={140}
            />
            <button className="lesser" type="submit" disabled={write.isPending}>
              It came
            </button>
          </form>
        )}
      </td>
    </tr>
  );
}
