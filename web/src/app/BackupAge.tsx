import { useHealth } from '../api/health';
import styles from './Frame.module.css';

const day = 86_400_000;

/** How old the last good backup is, in the head of every page. */
export function BackupAge() {
  const { data, dataUpdatedAt } = useHealth();
  if (!data) return null;
  const days = data.lastBackup ? Math.floor((dataUpdatedAt - Date.parse(data.lastBackup)) / day) : null;
  const age =
    days === null
      ? 'no backup'
      : days < 1
        ? 'backup of today'
        : `backup ${days} day${days === 1 ? '' : 's'} old`;
  if (!data.backupFault) return <span className="soft">{age}</span>;
  // A tablet has no pointer that rests on a word: why there is none opens at a touch.
  return (
    <details className={styles.late}>
      <summary>{age}</summary>
      <p>{data.backupFault}</p>
    </details>
  );
}
