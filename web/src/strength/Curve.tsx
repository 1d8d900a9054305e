import type { Schemas } from '../api/client';
import styles from './strength.module.css';

const width = 400;
const height = 262;
const pad = { left: 52, right: 14, top: 20, bottom: 40 };

/** Density by strength at the table's temperatures; the bottle stands on it with the width of its interval. */
export function Curve({
  solute,
  view,
}: {
  solute: Schemas['SoluteView'];
  view: Schemas['StrengthView'] | undefined;
}) {
  const all = solute.curves.flatMap((c) => c.points.map((p) => p[1] ?? 0));
  const low = Math.floor(Math.min(...all) * 10 + 0.2) / 10;
  const high = Math.ceil(Math.max(...all) * 20) / 20;
  const x = (percent: number) => pad.left + (percent / solute.mostPercent) * (width - pad.left - pad.right);
  const y = (density: number) =>
    height - pad.bottom - ((density - low) / (high - low)) * (height - pad.top - pad.bottom);
  const line = (points: number[][]) =>
    points.map((p, i) => `${i ? 'L' : 'M'}${x(p[0] ?? 0).toFixed(1)} ${y(p[1] ?? 0).toFixed(1)}`).join('');
  const t = view?.temperatureC ?? 20;
  const below = [...solute.curves].reverse().find((c) => c.temperatureC <= t) ?? solute.curves[0];
  const above = solute.curves.find((c) => c.temperatureC >= t) ?? solute.curves.at(-1);
  const outer = [solute.curves[0], solute.curves.at(-1)].filter((c) => c && c !== below && c !== above);
  const neighbours = [...new Set([below, above])].filter((c) => c !== undefined);
  // The curve at the temperature of the reading, straight between its neighbours: as the table is read.
  const along =
    below && above && above !== below
      ? (t - below.temperatureC) / (above.temperatureC - below.temperatureC)
      : 0;
  const own = (below?.points ?? []).map((p, i) => [
    p[0] ?? 0,
    (1 - along) * (p[1] ?? 0) + along * (above?.points[i]?.[1] ?? 0),
  ]);
  const step = high - low > 0.45 ? 0.1 : high - low > 0.16 ? 0.05 : 0.02;
  const ticks = Array.from({ length: Math.floor((high - low) / step + 1e-6) + 1 }, (_, i) => low + i * step);
  const every = solute.mostPercent > 60 ? 20 : solute.mostPercent > 30 ? 10 : 5;
  const marks = Array.from({ length: Math.floor(solute.mostPercent / every) + 1 }, (_, i) => i * every);
  const point = view?.density && { at: x(view.strength.likely), of: y(view.density.likely) };
  return (
    <figure className={styles.drawn}>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className={styles.curve}
        role="img"
        aria-label={
          view?.density
            ? `${solute.name}: ${view.strength.value} % at ${view.density.value} g/mL, between the curves of ${neighbours.map((c) => `${c.temperatureC} °C`).join(' and ')}`
            : `density of ${solute.name} by strength`
        }
      >
        {view && (
          <rect
            className={styles.span}
            x={x(Math.max(0, view.strength.low))}
            width={Math.max(1, x(view.strength.high) - x(Math.max(0, view.strength.low)))}
            y={pad.top}
            height={height - pad.top - pad.bottom}
          />
        )}
        {ticks.map((d) => (
          <g key={d}>
            <line className={styles.grid} x1={pad.left} x2={width - pad.right} y1={y(d)} y2={y(d)} />
            <text className={styles.tick} x={pad.left - 6} y={y(d) + 4} textAnchor="end">
              {d.toFixed(2)}
            </text>
          </g>
        ))}
        {marks.map((p) => (
          <text key={p} className={styles.tick} x={x(p)} y={height - pad.bottom + 17} textAnchor="middle">
            {p}
          </text>
        ))}
        <text className={styles.axis} x={pad.left} y={12}>
          g/mL
        </text>
        <text className={styles.axis} x={width - pad.right} y={height - 6} textAnchor="end">
          {solute.name}, % by mass
        </text>
        {outer.map((c) => c && <path key={c.temperatureC} className={styles.outer} d={line(c.points)} />)}
        {neighbours.map((c) => (
          <path key={c.temperatureC} className={styles.neighbour} d={line(c.points)} />
        ))}
        <path className={styles.own} d={line(own)} />
        {point && (
          <>
            <path className={styles.drop} d={`M${pad.left} ${point.of}H${point.at}V${height - pad.bottom}`} />
            <circle className={styles.dot} cx={point.at} cy={point.of} r="6" />
          </>
        )}
      </svg>
      <figcaption className="soft">
        dark {t} °C
        {neighbours.length > 1 && `, between ${neighbours.map((c) => c.temperatureC).join(' and ')} °C`};
        faint {outer.map((c) => c?.temperatureC).join(' and ')} °C
      </figcaption>
    </figure>
  );
}
