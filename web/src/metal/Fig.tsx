import type { FigureView } from '../api/client';
import styles from './metal.module.css';
import { useOpenWorking } from './workingContext';

/** A figure that opens its working: value, unit, and its 5–95 % range. */
export function Fig({ f, big, bare }: { f: FigureView; big?: boolean; bare?: boolean }) {
  const open = useOpenWorking();
  return (
    <button
      className={`${styles.fig} ${big ? styles.big : ''}`}
      onClick={() => open(f.key)}
      title={`how ${f.label || 'this'} was worked out`}
    >
      <span className={styles.value}>
        {f.value} <span className={styles.unit}>{f.unit}</span>
      </span>
      {!bare && f.range && <span className={styles.range}>{f.range}</span>}
    </button>
  );
}
