import { useRef } from 'react';
import type { Schemas } from '../api/client';
import { inkOf } from '../metal/inks';
import { fieldsOf, ticksOf } from './fields';
import styles from './leavings.module.css';

const width = 640;
const height = 330;
const pad = { left: 34, right: 50, top: 34, bottom: 44 };
const dashes = ['', '7 3', '2 3', '9 3 2 3', '4 2', '12 4'];

/** pH and what is dissolved of each metal over the dose; the dose is a line that is dragged, or moved by the arrow keys. */
export function DosePicture({
  curve,
  grams,
  onMove,
  onSettle,
}: {
  curve: Schemas['DoseCurveView'];
  grams: number;
  onMove: (grams: number) => void;
  onSettle: () => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const inner = { w: width - pad.left - pad.right, h: height - pad.top - pad.bottom };
  const x = (g: number) => pad.left + (g / curve.most) * inner.w;
  const most = Math.max(12, ...curve.points.map((p) => p.ph));
  const least = Math.min(0, ...curve.points.map((p) => p.ph));
  const y = (ph: number) => pad.top + inner.h * (1 - (ph - least) / (most - least));
  const share = (s: number) => pad.top + inner.h * (1 - s);
  const path = (at: (p: Schemas['CurvePoint']) => number) =>
    curve.points.map((p, i) => `${i ? 'L' : 'M'}${x(p.grams).toFixed(1)} ${at(p).toFixed(1)}`).join('');
  const to = (clientX: number) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return;
    onMove((((clientX - box.left) / box.width) * width - pad.left) * (curve.most / inner.w));
  };
  const labels: { y: number; x: number }[] = [];
  // A name stands where its line falls through a half, or at its end; never upon another.
  const place = (i: number) => {
    const half = curve.points.find((p) => (p.dissolved[i] ?? 0) < 0.5) ?? curve.points.at(-1);
    const at = { x: x(half?.grams ?? 0) + 8, y: share(Math.max(half?.dissolved[i] ?? 0, 0.06)) - 4 };
    while (labels.some((l) => Math.abs(l.y - at.y) < 15 && Math.abs(l.x - at.x) < 76)) at.y -= 15;
    labels.push(at);
    return at;
  };
  const keys: Record<string, number> = {
    ArrowLeft: -1,
    ArrowDown: -1,
    ArrowRight: 1,
    ArrowUp: 1,
    PageDown: -10,
    PageUp: 10,
  };
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${width} ${height}`}
      className={styles.picture}
      role="group"
      aria-label={`pH and metals that stay dissolved, over ${curve.name} poured; the figures stand below`}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        to(e.clientX);
      }}
      onPointerMove={(e) => e.buttons > 0 && to(e.clientX)}
      onPointerUp={onSettle}
    >
      {fieldsOf(curve.metals, curve.most).map((f) => (
        <g key={f.words}>
          <rect
            className={styles.field}
            x={x(f.from)}
            width={x(f.to) - x(f.from)}
            y={pad.top}
            height={inner.h}
          />
          <text className={styles.small} x={(x(f.from) + x(f.to)) / 2} y={pad.top - 6} textAnchor="middle">
            {f.words}
          </text>
        </g>
      ))}
      {ticksOf(most).map((ph) => (
        <g key={ph}>
          <line className={styles.grid} x1={pad.left} x2={width - pad.right} y1={y(ph)} y2={y(ph)} />
          <text className={styles.tick} x={pad.left - 6} y={y(ph) + 4} textAnchor="end">
            {ph}
          </text>
        </g>
      ))}
      {[0, 50, 100].map((s) => (
        <text key={s} className={styles.tick} x={width - pad.right + 6} y={share(s / 100) + 4}>
          {s} %
        </text>
      ))}
      {ticksOf(curve.most).map((g) => (
        <text key={g} className={styles.tick} x={x(g)} y={height - pad.bottom + 18} textAnchor="middle">
          {g}
        </text>
      ))}
      <text className={styles.axis} x={4} y={16}>
        pH
      </text>
      <text className={styles.axis} x={width - 4} y={16} textAnchor="end">
        dissolved
      </text>
      <text className={styles.axis} x={width - pad.right} y={height - 8} textAnchor="end">
        {curve.name} poured, g
      </text>
      {curve.metals.map((m, i) => {
        const at = place(i);
        return (
          <g key={m.element}>
            <path
              className={styles.metal}
              d={path((p) => share(p.dissolved[i] ?? 0))}
              style={{ stroke: inkOf(m.element).ink }}
              strokeDasharray={dashes[i % dashes.length]}
            />
            <text
              className={styles.name}
              x={Math.min(at.x, width - pad.right - 60)}
              y={at.y}
              style={{ fill: inkOf(m.element).ink }}
            >
              {m.name}
            </text>
          </g>
        );
      })}
      <path className={styles.ph} d={path((p) => y(p.ph))} />
      {curve.read
        .filter((r) => r.grams <= curve.most)
        .map((r, i) => (
          <circle key={i} className={styles.read} cx={x(r.grams)} cy={y(r.ph)} r={5}>
            <title>{`pH ${r.ph} read after ${r.grams} g`}</title>
          </circle>
        ))}
      <g
        role="slider"
        tabIndex={0}
        aria-label={`${curve.name} poured`}
        aria-valuemin={0}
        aria-valuemax={curve.most}
        aria-valuenow={grams}
        aria-valuetext={`${grams} grams`}
        className={styles.dose}
        onKeyDown={(e) => {
          const by = keys[e.key];
          const end = e.key === 'Home' ? 0 : e.key === 'End' ? curve.most : undefined;
          if (by === undefined && end === undefined) return;
          e.preventDefault();
          onMove(end ?? grams + ((by ?? 0) * curve.most * (e.shiftKey ? 10 : 1)) / 200);
        }}
        onKeyUp={onSettle}
      >
        <line x1={x(grams)} x2={x(grams)} y1={pad.top - 4} y2={height - pad.bottom} />
        <path d={`M${x(grams) - 11} ${height - pad.bottom + 2}h22l-11 -13z`} />
      </g>
    </svg>
  );
}
