import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import { FigureLines } from '../metal/FigureLines';
import styles from './run.module.css';

/** What a step was begun with, every figure with its working as it was then; fetched when somebody looks. */
export function AsBegun({ batchId, stepId, words }: { batchId: string; stepId: string; words: string }) {
  const [open, setOpen] = useState(false);
  const begun = useQuery({
    queryKey: ['begun', batchId, stepId],
    enabled: open,
    retry: false,
    queryFn: async () =>
      unwrap(
        await api.GET('/api/batches/{batchId}/steps/{stepId}/begun', {
          params: { path: { batchId, stepId } },
        }),
      ),
  });
  return (
    <details className={styles.more} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>{words}</summary>
      {begun.error && <p className="soft">Its figures of then are not kept here.</p>}
      {begun.data && (
        <>
          <p className="soft">
            by version {begun.data.methodVersion} of the method, data {begun.data.dataHash}
            {begun.data.vessel && `, in a ${begun.data.vessel}`}
          </p>
          <FigureLines figures={begun.data.figures} />
        </>
      )}
    </details>
  );
}
