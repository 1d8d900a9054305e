import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { api, type FigureView, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { Fig } from '../metal/Fig';
import { WithWorking } from '../metal/WorkingSheet';
import { day } from '../metal/day';
import styles from './settlement.module.css';

/** What a batch that was worked for somebody comes to, on one page of paper: what came, what goes back, the fee. */
export function SettlementPage() {
  const { batchId = '' } = useParams();
  const { data, error } = useQuery({
    queryKey: ['settlements', batchId],
    queryFn: async () =>
      unwrap(await api.GET('/api/batches/{batchId}/settlements', { params: { path: { batchId } } })),
  });
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  if (data.length === 0)
    return (
      <p>
        Nothing is to be settled: the batch is open, or its lots are the shop’s own.{' '}
        <Link to={`/trail/${batchId}`}>Back to its trail</Link>
      </p>
    );
  return (
    <WithWorking
      page={['settlements', batchId]}
      load={async (key) =>
        unwrap(
          await api.GET('/api/batches/{batchId}/settlements/working', {
            params: { path: { batchId }, query: { key } },
          }),
        )
      }
    >
      <p className="noprint">
        <button className="act" onClick={() => window.print()}>
          Print it
        </button>{' '}
        <a className="word" href={`/api/batches/${batchId}/settlements/csv`} download>
          Save as a table
        </a>{' '}
        <Link to={`/trail/${batchId}`}>Back to its trail</Link>
      </p>
      {data.map((s) => (
        <Sheet key={s.lotId} s={s} />
      ))}
    </WithWorking>
  );
}

const terms = (t: Schemas['OwnerView']) =>
  [
    t.feePerGram && `${t.feePerGram} for each gram of fine metal that came out`,
    t.fee && `${t.fee} for the lot`,
    t.kept && `${t.kept} of the metal stays with the shop`,
    t.leavingsGoBack
      ? 'what filters and liquors give later goes back too'
      : 'filters and liquors stay with the shop',
  ]
    .filter(Boolean)
    .join('; ');

function Sheet({ s }: { s: Schemas['SettlementView'] }) {
  const rows: [string, (m: Schemas['SettledMetalView']) => FigureView | null | undefined][] = [
    ['believed in what came', (m) => m.in],
    ['came out', (m) => m.out],
    ['held up in filters, liquors and slags', (m) => m.heldUp],
    ['stays with the shop', (m) => m.kept],
    ['goes back', (m) => m.goesBack],
    ['goes back later, once the leavings are worked up', (m) => m.later],
    ['fee by the gram', (m) => m.fee],
  ];
  return (
    <article className={styles.sheet} aria-label={`settlement with ${s.terms.owner}`}>
      <h1>Settlement with {s.terms.owner}</h1>
      <p>
        {s.given} of {s.lotCode}, {s.lotTitle}; worked in batch {s.batchCode}, closed {day(s.closedAt)}
        {s.product && `; product ${s.product}`}.
      </p>
      <p>{terms(s.terms)}.</p>
      {!s.alone && (
        <p className="soft">
          The batch took other lots too: what came out is shared by the metal that each was believed to bring.
        </p>
      )}
      <table>
        <thead>
          <tr>
            <th scope="col">fine metal</th>
            {s.metals.map((m) => (
              <th scope="col" key={m.metal}>
                {m.metal}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows
            .filter(([, of]) => s.metals.some((m) => of(m)))
            .map(([words, of]) => (
              <tr key={words} className={words === 'goes back' ? styles.back : undefined}>
                <th scope="row">{words}</th>
                {s.metals.map((m) => {
                  const f = of(m);
                  return <td key={m.metal}>{f && <Fig f={f} />}</td>;
                })}
              </tr>
            ))}
        </tbody>
      </table>
      <p className={styles.fee}>
        Fee in all <Fig f={s.fee} big />
      </p>
      <p className={styles.hands}>
        <span>for the shop</span>
        <span>for {s.terms.owner}</span>
      </p>
    </article>
  );
}
