import { useNavigate } from 'react-router';
import styles from './books.module.css';

export interface Dot {
  batchId: string;
  code: string;
  value: number;
  low?: number;
  high?: number;
  marked?: boolean;
}

interface Props {
  id: string;
  label: string;
  dots: Dot[];
  unit: string;
  centre?: number | null;
  lower?: number | null;
  upper?: number | null;
}

const width = 1120;
const height = 300;
const left = 56;
const right = 112;
const top = 22;
const bottom = 262;

/** The middle of the sorted values at a share of their number. */
const at = (sorted: number[], share: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;

/**
 * What the axis spans: the bulk of the points and the limits. A single batch far off would press all others into one line: it stands at the edge
 * with its number.
 */
function span(dots: Dot[], lines: (number | null | undefined)[], least: number): [number, number] {
  const sorted = dots.map((d) => d.value).sort((a, b) => a - b);
  const [q1, q3] = [at(sorted, 0.25), at(sorted, 0.75)];
  const reach = Math.max(3 * (q3 - q1), 4 * least);
  const inside = dots.filter((d) => d.value >= q1 - reach && d.value <= q3 + reach);
  const all = inside.flatMap((d) => [d.value, d.low ?? d.value, d.high ?? d.value]);
  for (const l of lines) if (l != null && l > q1 - 4 * reach && l < q3 + 4 * reach) all.push(l);
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const room = Math.max((high - low) * 0.08, least);
  return [low - room, high + room];
}

const steps = [0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50];

/** Batches in their order, oldest at the left: a dot with its range, a mean and limits where there are any. Each leads to its trail. */
export function Dots({ id, label, dots, unit, centre, lower, upper }: Props) {
  const navigate = useNavigate();
  if (dots.length === 0) return null;
  // Shares of a whole are read in per cent, factors in hundredths.
  const digits = unit === '%' ? 1 : 2;
  const [low, high] = span(dots, [lower, upper], unit === '%' ? 0.5 : 0.02);
  const y = (v: number) => bottom - ((v - low) / (high - low)) * (bottom - top);
  const inside = (v: number) => Math.max(top, Math.min(bottom, y(v)));
  const gap = (width - left - right) / Math.max(1, dots.length);
  const x = (i: number) => left + gap * (i + 0.5);
  const step = steps.find((s) => (high - low) / s <= 7) ?? 100;
  const ticks = Array.from({ length: 9 }, (_, i) => Math.ceil(low / step) * step + i * step).filter(
    (t) => t < high,
  );
  const every = Math.ceil(dots.length / 24);
  const lines: [number | null | undefined, string, string | undefined][] = [
    [upper, 'upper', styles.limit],
    [centre, 'mean', styles.centre],
    [lower, 'lower', styles.limit],
  ];
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={styles.dots}
      id={id}
      role="img"
      aria-label={`${label}; the table below holds the same figures`}
    >
      {ticks.map((t) => (
        <g key={t}>
          <line x1={left} x2={width - right} y1={y(t)} y2={y(t)} className={styles.grid} />
          <text x={left - 8} y={y(t) + 5} textAnchor="end" className={styles.tick}>
            {Number(t.toFixed(2))} {unit}
          </text>
        </g>
      ))}
      {lines.map(
        ([v, words, style]) =>
          v != null &&
          v > low &&
          v < high && (
            <g key={words}>
              <line x1={left} x2={width - right} y1={y(v)} y2={y(v)} className={style} />
              <text x={width - right + 6} y={y(v) + 5} className={styles.tick}>
                {words} {v.toFixed(digits)}
              </text>
            </g>
          ),
      )}
      {dots.map((d, i) => {
        const out = d.value < low || d.value > high;
        return (
          <g key={d.batchId} className={styles.dot} onClick={() => void navigate(`/trail/${d.batchId}`)}>
            <title>{`${d.code}: ${d.value.toFixed(digits)} ${unit}`}</title>
            <rect x={x(i) - gap / 2} y={top} width={gap} height={height - top} fill="transparent" />
            {!out && d.low !== undefined && d.high !== undefined && (
              <line x1={x(i)} x2={x(i)} y1={inside(d.low)} y2={inside(d.high)} className={styles.range} />
            )}
            {out ? (
              <>
                <path
                  d={
                    d.value < low
                      ? `M${x(i) - 7} ${bottom - 12}L${x(i)} ${bottom}L${x(i) + 7} ${bottom - 12}`
                      : `M${x(i) - 7} ${top + 12}L${x(i)} ${top}L${x(i) + 7} ${top + 12}`
                  }
                  className={styles.arrow}
                />
                <text
                  x={x(i)}
                  y={d.value < low ? bottom - 18 : top + 30}
                  textAnchor="middle"
                  className={styles.far}
                >
                  {d.value.toFixed(digits)} {unit}
                </text>
              </>
            ) : (
              <circle cx={x(i)} cy={y(d.value)} r="5" className={styles.point} />
            )}
            {d.marked && (
              <circle
                cx={x(i)}
                cy={out ? (d.value < low ? bottom - 6 : top + 6) : y(d.value)}
                r="11"
                className={styles.ring}
              />
            )}
            {i % every === 0 && (
              <text x={x(i)} y={bottom + 22} textAnchor="middle" className={styles.code}>
                {d.code}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
