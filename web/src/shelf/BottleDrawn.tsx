import type { Schemas } from '../api/client';
import styles from './shelf.module.css';

/** A bottle for a liquid, a jar for what is weighed: filled as far as it is full, darker the stronger. */
export function BottleDrawn({ b }: { b: Schemas['ShelfBottleView'] }) {
  const shape = b.liquid
    ? 'M17 3h14v9c0 5 9 6 9 15v43q0 4-4 4H12q-4 0-4-4V27c0-9 9-10 9-15z'
    : 'M10 12h28v5c3 1 4 3 4 6v47q0 4-4 4H10q-4 0-4-4V23c0-3 1-5 4-6z';
  const top = b.liquid ? 16 : 20;
  const y = 74 - b.fill * (74 - top);
  return (
    <svg viewBox="0 0 48 78" width="48" height="78" aria-hidden="true" className={styles.drawn}>
      <clipPath id={`clip-${b.id}`}>
        <path d={shape} />
      </clipPath>
      <g clipPath={`url(#clip-${b.id})`}>
        <rect
          className={styles.fill}
          data-family={b.family}
          x="0"
          y={y}
          width="48"
          height={78 - y}
          style={{ opacity: b.family === 'waters' ? 0.5 : 0.35 + 0.6 * Math.min(1, b.strong) }}
        />
      </g>
      <path d={shape} className={styles.glass} />
      {!b.liquid && <path d="M8 5h32v7H8z" className={styles.glass} />}
    </svg>
  );
}
