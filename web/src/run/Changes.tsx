import type { Schemas } from '../api/client';
import styles from './run.module.css';

/** What a pour or a weighing would change in the steps to come, before it is logged. */
export function Changes({ changes }: { changes: Schemas['Change'][] | undefined }) {
  if (!changes || changes.length === 0) return null;
  return (
    <ul className={styles.changes} aria-live="polite">
      {changes.map((c) => (
        <li key={c.verb + c.title}>
          {c.verb}: {c.title} goes from {c.before} to <strong>{c.after}</strong>
        </li>
      ))}
    </ul>
  );
}
