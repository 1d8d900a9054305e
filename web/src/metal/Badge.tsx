import styles from './metal.module.css';
import { inkOf } from './inks';

/** The two letters of a metal on its ink. */
export function Badge({ element }: { element: string }) {
  const { ink, dark } = inkOf(element);
  return (
    <span
      className={styles.badge}
      style={{ background: ink, color: dark ? '#0f0c04' : 'var(--badge-light)' }}
      aria-hidden="true"
    >
      {element}
    </span>
  );
}
