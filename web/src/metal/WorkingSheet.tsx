import { useHotkeys } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { Fragment, type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import type { Figure } from '../api/client';
import styles from './WorkingSheet.module.css';
import { WorkingContext } from './workingContext';

interface Props {
  /** Names the page and what it shows, so that workings follow it. */
  page: unknown;
  load: (key: string) => Promise<Figure>;
  children: ReactNode;
  /** What stands in the side sheet while no working is open. */
  side?: ReactNode;
}

/** A page with one side sheet: its own, or the working of the figure that was asked for. */
export function WithWorking({ page, load, children, side }: Props) {
  const [key, setKey] = useState<string | null>(null);
  useHotkeys([['Escape', () => setKey(null)]]);
  return (
    <WorkingContext.Provider value={setKey}>
      <div className={styles.page}>
        <div className={styles.main}>{children}</div>
        {key ? (
          <Sheet key={key} figureKey={key} page={page} load={load} onClose={() => setKey(null)} />
        ) : (
          side
        )}
      </div>
    </WorkingContext.Provider>
  );
}

function Sheet({
  figureKey,
  page,
  load,
  onClose,
}: {
  figureKey: string;
  page: unknown;
  load: (key: string) => Promise<Figure>;
  onClose: () => void;
}) {
  const { data, error } = useQuery({
    queryKey: ['working', page, figureKey],
    queryFn: () => load(figureKey),
  });
  return (
    <aside className={styles.sheet} aria-label="working" aria-live="polite">
      <div className={styles.top}>
        <h2>{data ? `Why ${data.value} ${data.unit}?` : 'Working'}</h2>
        <button className="word" onClick={onClose}>
          close
        </button>
      </div>
      {error && <p className={styles.stop}>{error.message}</p>}
      {data && (
        <>
          {data.range && <Bar f={data} />}
          <ol className={styles.lines}>
            {data.working.map((l, i) => (
              <li key={i} style={{ paddingLeft: Math.min(l.depth, 5) * 10 }}>
                <div className={styles.line}>
                  <span className={l.depth === 0 ? styles.head : undefined}>{l.label || 'this figure'}</span>
                  <span className="figures">
                    {l.figure.split(' (')[0]}
                    {l.figure.includes(' (') && <small>{l.figure.split(' (')[1]?.replace(')', '')}</small>}
                  </span>
                </div>
                {l.formula && <div className={styles.formula}>= {l.formula}</div>}
                {(l.source ?? l.guess) && (
                  <div className={styles.source}>
                    <Source line={l} />
                    {l.guess && <strong> · a guess of Spolium’s</strong>}
                  </div>
                )}
                {l.table && <Table table={l.table} />}
              </li>
            ))}
          </ol>
          <p className={styles.source}>Ranges are 5 to 95 %, from 256 draws of what is not known.</p>
        </>
      )}
    </aside>
  );
}

/** Where a figure comes from; what the shop’s own batches taught leads to them. */
function Source({ line }: { line: Figure['working'][number] }) {
  if (!line.prior) return line.source;
  return line.source?.startsWith('from ') ? (
    <Link to={`/books/practice?prior=${line.prior}`}>{line.source}</Link>
  ) : (
    `book value: ${line.source ?? ''}`
  );
}

function Bar({ f }: { f: Figure }) {
  const low = Math.min(f.low, f.likely);
  const high = Math.max(f.high, f.likely);
  const at = high > low ? ((f.likely - low) / (high - low)) * 100 : 50;
  return (
    <div className={styles.bar} role="img" aria-label={`between ${f.range}, likely ${f.value}`}>
      <i style={{ left: `${at}%` }} />
      <span>{f.range.split(' to ')[0]}</span>
      <span>{f.range.split(' to ')[1]}</span>
    </div>
  );
}

function Table({ table }: { table: { heads: string[]; rows: number[][] } }) {
  return (
    <table className={styles.table}>
      <thead>
        <tr>
          {table.heads.map((h) => (
            <th key={h}>{h}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {table.rows.map((r, i) => (
          <tr key={i}>
            {r.map((x, j) => (
              <Fragment key={j}>
                <td className="figures">{x.toFixed(x >= 100 ? 0 : x >= 10 ? 1 : 2)}</td>
              </Fragment>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
