import type { Problem } from '../api/problem';
import styles from './ProblemNote.module.css';

/** What the shop refused, and what would be right. Fields that show their own error need not be repeated. */
export function ProblemNote({ problem, shown = [] }: { problem: Problem | Error | null; shown?: string[] }) {
  if (!problem) return null;
  const fields = 'fields' in problem ? problem.fields.filter((f) => !shown.includes(f.field)) : [];
  const since = 'since' in problem ? problem.since : [];
  // Told at its field is told.
  if ('fields' in problem && problem.fields.length > 0 && fields.length === 0 && since.length === 0)
    return null;
  return (
    <div className={styles.note} role="alert">
      {fields.length === 0 && <p>{problem.message}</p>}
      {fields.map((f) => (
        <p key={f.field + f.reason}>
          <strong>{f.reason}.</strong> {f.wayOut}
        </p>
      ))}
      {since.length > 0 && (
        <ul>
          {since.map((s) => (
            <li key={s}>{s}</li>
          ))}
        </ul>
      )}
    </div>
  );
}
