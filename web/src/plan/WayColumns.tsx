import { Select } from '@mantine/core';
import type { FigureView, Schemas } from '../api/client';
import { Fig } from '../metal/Fig';
import styles from './ways.module.css';

type Column = Schemas['WayColumn'];

interface Props {
  comparison: Schemas['ComparisonView'];
  /** Id of the way that stands below as the stair. */
  chosen: string | null;
  onChoose: (column: Column) => void;
  /** Which ways stand beside each other. */
  onWanted: (ids: string[]) => void;
  stale: boolean;
}

const rows: { name: string; of: (c: Column) => FigureView | null; ink?: 'alone' | 'money' }[] = [
  { name: 'hands on', of: (c) => c.hands },
  { name: 'by itself', of: (c) => c.alone, ink: 'alone' },
  { name: 'costs', of: (c) => c.cost, ink: 'money' },
  { name: 'acid', of: (c) => c.acid },
  { name: 'gas that leaves', of: (c) => c.gas },
  { name: 'metal expected', of: (c) => c.grams },
  { name: 'purity reached', of: (c) => c.purity },
  { name: 'margin', of: (c) => c.margin, ink: 'money' },
];

const most = 4;

// The last that is not the chosen one makes room.
const without = (ids: string[], gone: string | undefined) => ids.filter((x) => x !== gone);

/** Ways side by side, each row on one scale; what stays where and what speaks against them under it. */
export function WayColumns({ comparison, chosen, onChoose, onWanted, stale }: Props) {
  const { columns, more, refused } = comparison;
  const ids = columns.map((c) => c.id);
  if (columns.length === 0)
    return (
      <section className={styles.ways} aria-label="ways side by side">
        <p>No way of today takes this lot as it is.</p>
        <Refused refused={refused} open />
      </section>
    );
  return (
    <section className={styles.ways} aria-label="ways side by side" aria-busy={stale}>
      <table className={styles.columns}>
        <thead>
          <tr>
            <td />
            {columns.map((c) => (
              <th key={c.id} scope="col" className={c.id === chosen ? styles.chosen : undefined}>
                <button className={styles.choose} aria-pressed={c.id === chosen} onClick={() => onChoose(c)}>
                  {c.title}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => {
            const all = columns.map(r.of).filter((f) => f !== null);
            const scale = Math.max(...all.map((f) => Math.max(f.high, f.likely)), 1e-12);
            if (all.length === 0) return null;
            return (
              <tr key={r.name}>
                <th scope="row">{r.name}</th>
                {columns.map((c) => {
                  const f = r.of(c);
                  return (
                    <td key={c.id} className={c.id === chosen ? styles.chosen : undefined}>
                      {f && (
                        <>
                          <Fig f={f} />
                          <Scale f={f} scale={scale} ink={r.ink} />
                        </>
                      )}
                    </td>
                  );
                })}
              </tr>
            );
          })}
          <tr>
            <th scope="row">stays in</th>
            {columns.map((c) => (
              <td key={c.id} className={c.id === chosen ? styles.chosen : undefined}>
                <ul className={styles.stays}>
                  {c.remains.slice(0, 3).map((r) => (
                    <li key={r.grams.key}>
                      {r.where} <Fig f={r.grams} bare />
                    </li>
                  ))}
                </ul>
              </td>
            ))}
          </tr>
          <tr>
            <th scope="row">speaks against it</th>
            {columns.map((c) => (
              <td key={c.id} className={c.id === chosen ? styles.chosen : undefined}>
                {c.against.length === 0 ? (
                  <span className="soft">nothing</span>
                ) : (
                  <ul className={styles.against}>
                    {c.against.map((a) => (
                      <li key={a}>{a}</li>
                    ))}
                  </ul>
                )}
              </td>
            ))}
          </tr>
          {columns.length > 2 && (
            <tr>
              <td />
              {columns.map((c) => (
                <td key={c.id} className={c.id === chosen ? styles.chosen : undefined}>
                  {c.id !== chosen && (
                    <button className="word" onClick={() => onWanted(ids.filter((id) => id !== c.id))}>
                      leave it out<span className="hidden"> {c.title}</span>
                    </button>
                  )}
                </td>
              ))}
            </tr>
          )}
        </tbody>
      </table>
      <div className={styles.below}>
        {more.length > 0 && (
          <Select
            aria-label="another way beside these"
            placeholder={`another way beside these (${more.length} more)`}
            data={more.map((m) => ({ value: m.id, label: m.title }))}
            value={null}
            onChange={(id) =>
              id &&
              onWanted([
                ...(ids.length < most ? ids : without(ids, ids.filter((x) => x !== chosen).at(-1))),
                id,
              ])
            }
            searchable
            w={340}
          />
        )}
        <Refused refused={refused} />
      </div>
    </section>
  );
}

function Refused({ refused, open }: { refused: Schemas['RefusedView'][]; open?: boolean }) {
  if (refused.length === 0) return null;
  return (
    <details className={styles.refused} open={open}>
      <summary>
        {refused.length} {refused.length === 1 ? 'way does' : 'ways do'} not go, and the way round
      </summary>
      <ul>
        {refused.map((r) => (
          <li key={r.way + r.reason}>
            <strong>{r.way}</strong>
            {r.verb && <span className="soft">, at {r.verb}</span>}: {r.reason}. <em>{r.wayOut}.</em>
          </li>
        ))}
      </ul>
    </details>
  );
}

// A bar on the scale of its row: likely solid, the range as a thin line.
function Scale({ f, scale, ink }: { f: FigureView; scale: number; ink?: 'alone' | 'money' | undefined }) {
  const at = (x: number) => `${(Math.max(0, Math.min(x, scale)) / scale) * 100}%`;
  return (
    <span className={styles.scale} aria-hidden="true">
      <i
        className={ink === 'alone' ? styles.alone : ink === 'money' ? styles.money : styles.solid}
        style={{ width: at(f.likely) }}
      />
      {f.high > f.low && (
        <i
          className={styles.range}
          style={{ left: at(f.low), width: `calc(${at(f.high)} - ${at(f.low)})` }}
        />
      )}
    </span>
  );
}
