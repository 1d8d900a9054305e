import type { FigureView } from '../api/client';
import { Fig } from './Fig';
import styles from './metal.module.css';

/** Figures one below the other, each under its name; those that are not known are left out. */
export function FigureLines({ figures }: { figures: (FigureView | null | undefined)[] }) {
  return (
    <dl className={styles.lines}>
      {figures
        .filter((f) => f !== null && f !== undefined)
        .map((f) => (
          <div key={f.key}>
            <dt>{f.label}</dt>
            <dd>
              <Fig f={f} />
            </dd>
          </div>
        ))}
    </dl>
  );
}
