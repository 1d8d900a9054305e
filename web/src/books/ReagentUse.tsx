import { type BooksQuery, useReagents } from '../api/books';
import { said } from '../api/problem';
import { Fig } from '../metal/Fig';
import styles from './books.module.css';

/** What was poured for a gram of the metal, and how it stands to what was planned. */
export function ReagentUse({ query, onBehind }: { query: BooksQuery; onBehind: (of: string) => void }) {
  const { data, error } = useReagents(query);
  if (error && (!data || said(error))) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  return (
    <>
      <div className={styles.sums}>
        {data.product && (
          <div>
            <span className="soft">{data.name} that came out</span>
            <Fig f={data.product} big />
          </div>
        )}
        {data.krPerGram && (
          <div>
            <span className="soft">reagents to a gram of it</span>
            <Fig f={data.krPerGram} big />
          </div>
        )}
      </div>
      <table className={styles.table}>
        <thead>
          <tr>
            <th>reagent</th>
            <th>to a gram of {data.name}</th>
            <th>poured</th>
            <th>poured over planned</th>
            <th>paid</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {data.reagents.map((r) => (
            <tr key={r.formula}>
              <th>{r.name}</th>
              <td>
                <Fig f={r.perGram} bare />
              </td>
              <td>
                <Fig f={r.grams} />
              </td>
              <td>{r.overPlan ? <Fig f={r.overPlan} /> : <span className="soft">not planned</span>}</td>
              <td>
                {r.kr ? <Fig f={r.kr} /> : <span className="soft">no price</span>}
                {r.kr && r.withoutPrice > 0 && <span className="soft"> without {r.withoutPrice}</span>}
              </td>
              <td>
                <button className="word" onClick={() => onBehind(`reagent:${r.formula}`)}>
                  {r.batches} {r.batches === 1 ? 'batch' : 'batches'}
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="soft">
        Grams out of the bottles, water left out; planned is what each step was begun with.
      </p>
    </>
  );
}
