import { useRef, useState } from 'react';
import { inkOf } from '../metal/inks';
import type { End } from './contentText';
import styles from './lots.module.css';

interface Props {
  element: string;
  name: string;
  low: number;
  likely: number;
  high: number;
  unit: string;
  /** Left out where nothing may be moved. */
  onMove?: ((end: End, value: number) => void) | undefined;
}

// Each metal on a scale that shows its range: a clad gold would vanish on one to a hundred.
const axes = [1, 2, 5, 10, 25, 50, 100, 250, 1000];

/** One metal: its range on a scale, with an end or the likely mark to take hold of. */
export function Bar({ element, name, low, likely, high, unit, onMove }: Props) {
  const track = useRef<HTMLDivElement>(null);
  // The scale stays while a hand is on it.
  const [held, setHeld] = useState<number | null>(null);
  const fitting = axes.find((a) => a >= high * 1.15) ?? 1000;
  const axis = held ?? (unit === '%' ? Math.min(100, fitting) : fitting);
  const at = (x: number) => `${Math.min(100, (x / axis) * 100)}%`;
  const valueAt = (clientX: number) => {
    const box = track.current?.getBoundingClientRect();
    return box ? Math.min(1, Math.max(0, (clientX - box.left) / box.width)) * axis : 0;
  };
  const values: Record<End, number> = { low, likely, high };
  return (
    <div className={styles.scale} ref={track}>
      <i
        className={styles.span}
        style={{ left: at(low), width: at(Math.max(0, high - low)), background: inkOf(element).ink }}
      />
      {(['low', 'high', 'likely'] as const).map((end) =>
        onMove ? (
          <button
            key={end}
            type="button"
            role="slider"
            aria-label={`${name}, ${end}`}
            aria-valuemin={0}
            aria-valuemax={axis}
            aria-valuenow={values[end]}
            aria-valuetext={`${values[end]} ${unit}`}
            className={end === 'likely' ? styles.holdLikely : styles.holdEnd}
            style={{ left: at(values[end]) }}
            onPointerDown={(e) => {
              e.currentTarget.setPointerCapture(e.pointerId);
              setHeld(axis);
            }}
            onPointerMove={(e) => {
              if (e.currentTarget.hasPointerCapture(e.pointerId)) onMove(end, valueAt(e.clientX));
            }}
            onPointerUp={() => {
              setHeld(null);
            }}
            onKeyDown={(e) => {
              const step = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[e.key];
              if (!step) return;
              e.preventDefault();
              onMove(end, Math.min(axis, Math.max(0, values[end] + (step * axis) / (e.shiftKey ? 20 : 100))));
            }}
          />
        ) : end === 'likely' ? (
          <i key={end} className={styles.likely} style={{ left: at(likely) }} />
        ) : null,
      )}
      <span className={styles.axis}>
        {axis} {unit}
      </span>
    </div>
  );
}
