import { Select } from '@mantine/core';
import { Link } from 'react-router';
import { type BooksQuery, useChart } from '../api/books';
import { savePicture } from '../metal/picture';
import { Dots } from './Dots';
import { day } from '../metal/day';
import styles from './books.module.css';

interface Props {
  query: BooksQuery;
  of: string | undefined;
  set: (...changes: [name: string, value: string | null][]) => void;
}

/** Batch by batch in their order: is it chance, or has something changed? */
export function Charts({ query, of, set }: Props) {
  const { data, error } = useChart({ ...query, of });
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  return (
    <>
      <div className={styles.chartHead}>
        <div>
          <h2>{data.title}</h2>
          <p className="soft">{data.says}</p>
        </div>
        <Select
          label="Show"
          data={data.others.map((o) => ({ value: o.id, label: o.words }))}
          value={data.of}
          onChange={(v) => set(['of', v])}
          allowDeselect={false}
          comboboxProps={{ width: 340, position: 'bottom-end' }}
        />
      </div>
      <Dots
        id="chart-picture"
        label={data.title}
        unit={data.unit}
        dots={data.points}
        centre={data.centre}
        lower={data.lower}
        upper={data.upper}
      />
      {data.why && <p className="soft">{data.why}.</p>}
      {data.signals.length > 0 ? (
        <ul className={styles.signals}>
          {data.signals.map((s) => (
            <li key={s.rule + s.codes.join()}>
              <strong className={styles.look}>{s.words}</strong>:{' '}
              {s.codes.map((c, i) => {
                const point = data.points.find((p) => p.code === c);
                return (
                  <span key={c}>
                    {i > 0 && ', '}
                    <Link to={`/trail/${point?.batchId ?? ''}`}>{c}</Link>
                  </span>
                );
              })}
            </li>
          ))}
        </ul>
      ) : (
        !data.why && <p>Nothing but chance shows: no rule is broken.</p>
      )}
      <p className={styles.out}>
        <button className="word" onClick={() => savePicture('chart-picture', `chart-${data.of}.svg`)}>
          Save the picture
        </button>
      </p>
      <details className={styles.rules}>
        <summary>What the lines and rings mean</summary>
        <p>
          The limits lie three sigma from the mean; sigma comes from how far neighbours lie apart, so that a
          slow drift does not widen its own limits. A ring marks:
        </p>
        <ul>
          {data.rules.map((r) => (
            <li key={r}>{r}</li>
          ))}
        </ul>
      </details>
      <table className={styles.table}>
        <thead>
          <tr>
            <th>batch</th>
            <th>closed</th>
            <th>per cent</th>
          </tr>
        </thead>
        <tbody>
          {[...data.points].reverse().map((p) => (
            <tr key={p.batchId}>
              <th>
                <Link to={`/trail/${p.batchId}`}>{p.code}</Link>
              </th>
              <td className="figures">{day(p.closedAt)}</td>
              <td className="figures">
                {p.value.toFixed(1)} {p.marked && <strong className={styles.look}>marked</strong>}{' '}
                {p.odd && <span className="soft">readings disagree: not in mean and limits</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
