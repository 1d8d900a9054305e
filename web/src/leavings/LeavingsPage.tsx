import { useSearchParams } from 'react-router';
import { asLeaving, useLeaving, useLeavings } from '../api/leavings';
import { said } from '../api/problem';
import { LeavingList } from './LeavingList';
import { LeavingSheet } from './LeavingSheet';
import styles from './leavings.module.css';

/** What is left over in the house, what it holds, and how it stands under a dose. */
export function LeavingsPage() {
  const [search, setSearch] = useSearchParams();
  const list = useLeavings();
  const rows = list.data?.pages.flatMap((p) => p.leavings) ?? [];
  const first = rows.find((r) => r.wet && r.from !== 'Pool') ?? rows[0];
  const of = asLeaving(search) ?? (first ? { from: first.from, id: first.id } : null);
  const leaving = useLeaving(of);
  if (list.error && (!list.data || said(list.error))) return <p role="alert">{list.error.message}</p>;
  if (!list.data) return null;
  if (rows.length === 0)
    return (
      <>
        <h1>What is left over</h1>
        <p>
          Nothing is left over yet. What steps leave beside their product comes here when they are closed:
          liquors, washes, filters, residues. So do liquors that are received as lots.
        </p>
      </>
    );
  return (
    <div className={styles.page}>
      <LeavingList
        rows={rows}
        of={of}
        onChoose={(r) => setSearch({ from: r.from, id: r.id })}
        onMore={list.hasNextPage ? () => void list.fetchNextPage() : undefined}
      />
      {leaving.error && <p role="alert">{leaving.error.message}</p>}
      {leaving.data && of && <LeavingSheet key={`${of.from} ${of.id}`} of={of} leaving={leaving.data} />}
    </div>
  );
}
