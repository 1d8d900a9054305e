import { type BooksQuery, useLosses } from '../api/books';
import { Fig } from '../metal/Fig';
import { inkOf } from '../metal/inks';
import styles from './books.module.css';

/** By which way metal did not come out, the largest first, each with what all down to it make together. */
export function Losses({ query, onBehind }: { query: BooksQuery; onBehind: (of: string) => void }) {
  const { data, error } = useLosses(query);
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  if (data.causes.length === 0) return <p>Nothing is known to have stayed behind.</p>;
  const { ink } = inkOf(data.metal);
  const longest = Math.max(...data.causes.map((c) => c.share));
  return (
    <>
      <div className={styles.sums}>
        {data.all && (
          <div>
            <span className="soft">{data.name} that did not come out</span>
            <Fig f={data.all} big />
          </div>
        )}
        {data.ofFeed && (
          <div>
            <span className="soft">of what came in</span>
            <Fig f={data.ofFeed} big />
          </div>
        )}
      </div>
      <table className={styles.pareto}>
        <thead>
          <tr>
            <th>by</th>
            <th>grams</th>
            <th>share of the loss</th>
            <th>down to here</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {data.causes.map((c) => (
            <tr key={c.cause}>
              <th>{c.words}</th>
              <td>
                <Fig f={c.grams} />
              </td>
              <td className={styles.barCell}>
                <svg viewBox="0 0 300 26" preserveAspectRatio="none" aria-hidden="true">
                  {c.cause === 'unaccounted' ? (
                    <path
                      d={frayed((c.share / longest) * 296)}
                      fill={ink}
                      stroke="var(--ink)"
                      strokeWidth="0.8"
                    />
                  ) : (
                    <rect
                      x="1"
                      y="3"
                      width={Math.max(1, (c.share / longest) * 296)}
                      height="20"
                      fill={ink}
                      stroke="var(--ink)"
                      strokeWidth="0.8"
                    />
                  )}
                </svg>
                <span className="figures">{(c.share * 100).toFixed(0)} %</span>
              </td>
              <td className="figures">{(c.running * 100).toFixed(0)} %</td>
              <td>
                <button className="word" onClick={() => onBehind(`loss:${c.cause}`)}>
                  {c.batches} {c.batches === 1 ? 'batch' : 'batches'}
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft">
        What stands in filters, washes and liquors is not gone: worked up, it comes back to the batches that
        it is from. “Missing” is what no guess of the feed explains.
      </p>
    </>
  );
}

// A bar with a torn end, as on the trail: nobody knows where it went.
function frayed(length: number): string {
  const l = Math.max(6, length);
  return `M1 3H${l - 5}L${l} 6L${l - 7} 9L${l - 1} 12L${l - 6} 15L${l} 18L${l - 6} 21L${l - 4} 23H1Z`;
}
