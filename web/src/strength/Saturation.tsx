import styles from './strength.module.css';

const width = 420;
const height = 210;
const pad = { left: 44, right: 12, top: 16, bottom: 36 };

/** How much 100 g of saturated solution hold, by temperature; gaps where nothing is known. Marked: where it was hot, and where it cools to. */
export function Saturation({ curve, hot, cold }: { curve: number[][]; hot: number; cold: number }) {
  const t0 = curve[0]?.[0] ?? 0;
  const t1 = curve.at(-1)?.[0] ?? 100;
  const top = Math.max(...curve.map((p) => p[1] ?? 0)) * 1.1;
  const x = (t: number) => pad.left + ((t - t0) / (t1 - t0 || 1)) * (width - pad.left - pad.right);
  const y = (p: number) => height - pad.bottom - (p / top) * (height - pad.top - pad.bottom);
  const step = (t1 - t0) / 100;
  const path = curve
    .map((p, i) => {
      const gap = i === 0 || (p[0] ?? 0) - (curve[i - 1]?.[0] ?? 0) > 1.5 * step;
      return `${gap ? 'M' : 'L'}${x(p[0] ?? 0).toFixed(1)} ${y(p[1] ?? 0).toFixed(1)}`;
    })
    .join('');
  const at = (t: number) =>
    curve.reduce(
      (a, b) => (Math.abs((b[0] ?? 0) - t) < Math.abs((a[0] ?? 0) - t) ? b : a),
      curve[0] ?? [0, 0],
    );
  const each = top > 40 ? 20 : top > 15 ? 10 : top > 6 ? 5 : top > 2 ? 1 : 0.5;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={styles.curve}
      role="img"
      aria-label="what a saturated solution holds, by temperature"
    >
      {Array.from({ length: Math.floor(top / each) + 1 }, (_, i) => i * each).map((p) => (
        <g key={p}>
          <line className={styles.grid} x1={pad.left} x2={width - pad.right} y1={y(p)} y2={y(p)} />
          <text className={styles.tick} x={pad.left - 6} y={y(p) + 4} textAnchor="end">
            {p}
          </text>
        </g>
      ))}
      {[0, 20, 40, 60, 80, 100]
        .filter((t) => t >= t0 && t <= t1)
        .map((t) => (
          <text key={t} className={styles.tick} x={x(t)} y={height - pad.bottom + 16} textAnchor="middle">
            {t}
          </text>
        ))}
      <text className={styles.axis} x={pad.left} y={11}>
        g of salt in 100 g of saturated solution
      </text>
      <text className={styles.axis} x={width - pad.right} y={height - 4} textAnchor="end">
        °C
      </text>
      <path className={styles.own} d={path} />
      {[hot, cold].map((t, i) => (
        <circle key={i} className={styles.dot} cx={x(at(t)[0] ?? 0)} cy={y(at(t)[1] ?? 0)} r="6" />
      ))}
    </svg>
  );
}
