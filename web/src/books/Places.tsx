import { type BooksQuery, usePlaces } from '../api/books';
import { said } from '../api/problem';
import { Fig } from '../metal/Fig';
import { inkOf } from '../metal/inks';
import styles from './books.module.css';

/** All of a metal that the book has in the house now, place by place, along one line. */
export function Places({ query, onBehind }: { query: BooksQuery; onBehind: (of: string) => void }) {
  const { data, error } = usePlaces(query);
  if (error && (!data || said(error))) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  if (data.places.length === 0) return <p>None of it stands in the house.</p>;
  const { ink, hatch } = inkOf(data.metal);
  const all = data.places.reduce((s, p) => s + Math.max(0, p.grams.likely), 0);
  const before = data.places.map((_, i) =>
    data.places.slice(0, i).reduce((s, p) => s + Math.max(0, p.grams.likely), 0),
  );
  return (
    <>
      <p className="soft">Lots, open and closed batches, as the book has it now.</p>
      <svg
        viewBox="0 0 1120 64"
        className={styles.strip}
        role="img"
        aria-label={`${data.name} by place; the table below holds the same figures`}
      >
        <defs>
          <pattern id="places" width="8" height="8" patternUnits="userSpaceOnUse">
            <rect width="8" height="8" fill={ink} />
            <path d={hatch} stroke="rgba(255,255,255,0.28)" strokeWidth="1.2" fill="none" />
          </pattern>
        </defs>
        {data.places.map((p, i) => {
          const share = (Math.max(0, p.grams.likely) / all) * 1118;
          const x = 1 + ((before[i] ?? 0) / all) * 1118;
          return (
            <g key={p.place}>
              <rect
                x={x}
                y="10"
                width={Math.max(0.6, share)}
                height="30"
                fill={i % 2 ? ink : 'url(#places)'}
                stroke="var(--ink)"
                strokeWidth="0.8"
              />
              {share > 90 && (
                <text x={x + 4} y="58" className={styles.code}>
                  {p.words}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      <table className={styles.table}>
        <thead>
          <tr>
            <th>place</th>
            <th>{data.name}</th>
            <th>share</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {data.places.map((p) => (
            <tr key={p.place}>
              <th>{p.words}</th>
              <td>
                <Fig f={p.grams} />
              </td>
              <td className="figures">{((p.grams.likely / all) * 100).toFixed(1)} %</td>
              <td>
                <button className="word" onClick={() => onBehind(`place:${p.place}`)}>
                  {p.holdings} {p.holdings === 1 ? 'holding' : 'holdings'}
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
