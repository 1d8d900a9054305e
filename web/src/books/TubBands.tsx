import type { Schemas } from '../api/client';
import { inkOf } from '../metal/inks';
import styles from './books.module.css';

const width = 760;
const most = 120;
const apart = 5;
/** Room above and below, for the name of the tub over its line. */
const top = 32;

/** What the leavings of each batch brought into a tub, and what came or should come of it: width = grams as reconciled. */
export function TubBands({ balance: b, code }: { balance: Schemas['PoolBalanceView']; code: string }) {
  const told = b.leavings.filter((l) => l.grams && l.grams.likely > 0);
  if (!b.out || told.length === 0) return <p className="soft">{b.sentence}</p>;
  const { ink, hatch } = inkOf(b.element);
  const sum = told.reduce((s, l) => s + (l.grams?.likely ?? 0), 0);
  const scale = most / Math.max(sum, b.out.likely);
  // Names stand a line apart, whatever little they brought.
  const rows = told.reduce<{ y: number; h: number; at: number }[]>((all, l) => {
    const before = all.at(-1);
    const h = Math.max(0.8, (l.grams?.likely ?? 0) * scale);
    const y = before ? Math.max(before.y + before.h + apart, before.y + 20) : top;
    return [...all, { y, h, at: before ? before.at + before.h : 0 }];
  }, []);
  const last = rows.at(-1);
  const height = Math.max(last ? last.y + last.h : 0, top + most) + top;
  const node = { x: 430, y: (height - sum * scale) / 2 };
  const id = `hatch-${code}-${b.element}`;
  return (
    <>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className={styles.tub}
        role="img"
        aria-label={`${b.name} that ${told.length} leavings brought into ${code}, and what came of it`}
      >
        <defs>
          <pattern id={id} width="8" height="8" patternUnits="userSpaceOnUse">
            <rect width="8" height="8" fill={ink} />
            <path d={hatch} stroke="rgba(255,255,255,0.28)" strokeWidth="1.2" fill="none" />
          </pattern>
        </defs>
        {told.map((l, i) => {
          const r = rows[i];
          if (!r) return null;
          const y = node.y + r.at;
          return (
            <g key={l.batchId + l.name}>
              <text x={0} y={r.y + r.h / 2 + 5} className={styles.tubName}>
                {l.code} {l.name.replace(`, in ${code}`, '')}
              </text>
              <text x={226} y={r.y + r.h / 2 + 5} className={styles.tubGrams} textAnchor="end">
                {l.grams?.value} {l.grams?.unit}
              </text>
              <path
                d={`M240 ${r.y}C330 ${r.y} 340 ${y} ${node.x} ${y}V${y + r.h}C340 ${y + r.h} 330 ${r.y + r.h} 240 ${r.y + r.h}Z`}
                fill={`url(#${id})`}
                stroke="var(--ink)"
                strokeWidth="0.6"
              />
            </g>
          );
        })}
        <path
          d={`M${node.x} ${node.y}H560V${node.y + sum * scale}H${node.x}Z`}
          fill={`url(#${id})`}
          stroke="var(--ink)"
          strokeWidth="0.6"
        />
        <line x1={node.x} x2={node.x} y1={node.y - 10} y2={node.y + sum * scale + 10} stroke="var(--ink)" />
        <text x={node.x} y={node.y - 14} className={styles.tubName} textAnchor="middle">
          {code}
        </text>
        <rect x={560} y={node.y} width={6} height={b.out.likely * scale} fill="var(--ink)" />
        <text x={576} y={node.y + (sum * scale) / 2} className={styles.tubOut}>
          {b.out.value} {b.out.unit}
        </text>
        <text x={576} y={node.y + (sum * scale) / 2 + 18} className={styles.tubName}>
          {b.out.range}
        </text>
      </svg>
      <p className={b.addsUp ? 'soft' : 'caution'}>
        {b.sentence} {b.slip}
      </p>
    </>
  );
}
