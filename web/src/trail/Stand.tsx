import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './trail.module.css';

/** Readings that disagree may be right all the same: a spill, a cracked beaker. Said with a reason; nothing is restated. */
export function Stand({ trail: t }: { trail: Schemas['TrailView'] }) {
  const [reason, setReason] = useState<string | null>(null);
  const write = useWrite(
    async (head, why: string) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/stand', {
          params: { path: { batchId: t.batchId } },
          body: { head, reason: why, element: t.element },
        }),
      ),
    () => setReason(null),
    t.version,
  );
  if (reason === null)
    return (
      <>
        {t.agreement.lost && !t.agreement.lossFirst && <p className="soft">{t.agreement.lost}</p>}
        <button className="word" onClick={() => setReason('')}>
          The readings are right: something was lost
        </button>
      </>
    );
  return (
    <form
      className={styles.stand}
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(reason);
      }}
    >
      <TextInput
        label="What became of it?"
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        placeholder="spilled over the tray, wiped up into T1"
        autoFocus
      />
      <button className="lesser" disabled={write.isPending}>
        They are right
      </button>
      <button type="button" className="word" onClick={() => setReason(null)}>
        Not so
      </button>
      <ProblemNote problem={write.error} />
    </form>
  );
}
