import type { Schemas } from '../api/client';
import { inkOf } from '../metal/inks';
import styles from './trail.module.css';

type Trail = Schemas['TrailView'];

const width = 1120;
const left = 20;
const top = 50;
const most = 150;

/** Bands from feed to bar, width = grams; side holdings fall away below, unaccounted is a frayed band. The table says the same. */
export function Bands({ trail, onOpen }: { trail: Trail; onOpen: (account: string) => void }) {
  const { ink, hatch } = inkOf(trail.element);
  const main = trail.holdings.filter((h) => h.main);
  const feed = { name: 'feed', grams: trail.feed, account: '', stepId: '' };
  const columns = main[0]?.stepId === '' ? main : [feed, ...main];
  const biggest = Math.max(...trail.holdings.map((h) => h.grams.likely), trail.feed.likely, 1e-9);
  const scale = most / biggest;
  const gap = columns.length > 1 ? (width - 190) / (columns.length - 1) : 0;
  const x = (i: number) => left + i * gap;
  const h = (grams: number) => Math.max(0.8, grams * scale);
  const sides = trail.holdings.filter((s) => !s.main && s.grams.likely > 0);
  const unknown = trail.unaccounted.likely;
  const last = columns[columns.length - 1];
  const end = x(columns.length - 1);
  return (
    <svg
      viewBox={`0 0 ${width} 330`}
      className={styles.bands}
      role="img"
      aria-label={`${trail.name} from feed to product; the table below holds the same figures`}
    >
      <defs>
        <pattern id="hatch" width="8" height="8" patternUnits="userSpaceOnUse">
          <rect width="8" height="8" fill={ink} />
          <path d={hatch} stroke="rgba(255,255,255,0.28)" strokeWidth="1.2" fill="none" />
        </pattern>
      </defs>
      {columns.map((c, i) => {
        const next = columns[i + 1];
        const a = h(c.grams.likely);
        const b = next ? h(next.grams.likely) : a;
        return (
          <g key={c.account + i} className={styles.side} onClick={() => c.account && onOpen(c.account)}>
            {next && (
              <path
                d={`M${x(i)} ${top}H${x(i + 1)}V${top + b}C${x(i + 1) - gap / 3} ${top + b} ${x(i) + gap / 3} ${top + a} ${x(i)} ${top + a}Z`}
                fill="url(#hatch)"
                stroke="var(--ink)"
                strokeWidth="0.8"
              />
            )}
            <line x1={x(i)} x2={x(i)} y1={top - 6} y2={top + most + 14} className={styles.mark} />
            <text
              x={x(i)}
              y={i % 2 ? top - 12 : top - 30}
              className={styles.name}
              textAnchor={i === 0 ? 'start' : i === columns.length - 1 ? 'end' : 'middle'}
            >
              {c.name}
            </text>
          </g>
        );
      })}
      {sides.map((s, k) => {
        const from = Math.max(
          0,
          columns.findIndex((c) => c.stepId === s.stepId) -
            (columns.some((c) => c.stepId === s.stepId) ? 1 : 0),
        );
        const sx = x(from) + gap * 0.15;
        const sy = top + h(columns[from]?.grams.likely ?? 0);
        const w = Math.max(1.5, s.grams.likely * scale);
        const ey = top + most + 26 + ((sides.length - 1 - k) % 6) * 22;
        const ex = Math.min(sx + gap * 0.6, end - 60);
        return (
          <g key={s.account} className={styles.side} onClick={() => onOpen(s.account)}>
            <path
              d={`M${sx} ${sy - w / 2}C${sx + gap * 0.5} ${sy - w / 2} ${sx + gap * 0.3} ${ey} ${ex} ${ey}`}
              fill="none"
              stroke={ink}
              strokeWidth={w}
            />
            <rect x={ex} y={ey - 5} width={4} height={10} fill="var(--ink)" />
            <text x={ex + 10} y={ey + 5} className={styles.sideName}>
              {s.name} <tspan className={styles.grams}>{`${s.grams.value} ${s.grams.unit}`}</tspan>
            </text>
          </g>
        );
      })}
      {Math.abs(unknown) * scale > 0.5 && last && (
        <g>
          {[0, 1, 2].map((n) => (
            <path
              key={n}
              d={`M${end + 8} ${top + h(last.grams.likely) - 12 - n * 4}l22 ${2 + n * 2}l-5 5l24 ${3 + n * 3}l-4 4`}
              fill="none"
              stroke={ink}
              strokeWidth={Math.min(4, Math.max(1.2, (Math.abs(unknown) * scale) / 3))}
              strokeDasharray="4 4"
            />
          ))}
          <text x={end + 16} y={top + 96} className={styles.sideName}>
            unaccounted {trail.unaccounted.value} {trail.unaccounted.unit}
          </text>
          <text x={end + 16} y={top + 114} className={styles.sideName}>
            {trail.unaccounted.range}
          </text>
        </g>
      )}
      {last && (
        <>
          <rect x={end} y={top} width={7} height={h(last.grams.likely)} fill="var(--ink)" />
          <text x={end + 16} y={top + 26} className={styles.end}>
            {last.grams.value} {last.grams.unit}
          </text>
          {last.grams.range && (
            <text x={end + 16} y={top + 46} className={styles.sideName}>
              {last.grams.range}
            </text>
          )}
        </>
      )}
    </svg>
  );
}
