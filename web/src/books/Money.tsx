import { Link } from 'react-router';
import { type BooksQuery, useMoney } from '../api/books';
import { Fig } from '../metal/Fig';
import { day } from '../metal/day';
import styles from './books.module.css';

/** Crowns after the work, at the prices of each batch’s day. */
export function Money({ query }: { query: BooksQuery }) {
  const { data, error } = useMoney(query);
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  if (data.count === 0) return <p>No price list held when these batches closed. Keep one under Lots.</p>;
  return (
    <>
      <div className={styles.sums}>
        {data.leftOver && (
          <div>
            <span className="soft">left over, work paid</span>
            <Fig f={data.leftOver} big />
          </div>
        )}
        {data.margin && (
          <div>
            <span className="soft">more than its lots would have brought as they were</span>
            <Fig f={data.margin} big />
          </div>
        )}
        {data.perGram && (
          <div>
            <span className="soft">left over to a gram of {data.name}</span>
            <Fig f={data.perGram} />
          </div>
        )}
        {data.costs && (
          <div>
            <span className="soft">costs</span>
            <Fig f={data.costs} />
          </div>
        )}
      </div>
      {data.unpriced > 0 && <p className="soft">{data.unpriced} without prices are not in it.</p>}
      <table className={styles.table}>
        <thead>
          <tr>
            <th>batch</th>
            <th>closed</th>
            <th>costs</th>
            <th>left over</th>
            <th>more than as it was</th>
          </tr>
        </thead>
        <tbody>
          {data.batches.map((b) => (
            <tr key={b.batchId}>
              <th>
                <Link to={`/trail/${b.batchId}`}>{b.code}</Link>{' '}
                <span className={styles.title}>{b.title}</span>
              </th>
              <td className="figures">{day(b.closedAt)}</td>
              <td>
                <Fig f={b.costs} bare />
              </td>
              <td className={b.leftOver.likely < 0 ? styles.below : undefined}>
                <Fig f={b.leftOver} />
              </td>
              <td className={b.margin.likely < 0 ? styles.below : undefined}>
                <Fig f={b.margin} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft">Made-up prices stay made up: what a buyer pays is agreed with the buyer.</p>
    </>
  );
}
