import { useState } from 'react';
import { useJournal } from '../api/batches';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { TakeBack } from '../metal/TakeBack';
import styles from './run.module.css';
import { clock } from './time';

/** What was written, newest first; each entry can be taken back while nothing rests on it. */
export function JournalSheet({ batchId, version }: { batchId: string; version: number }) {
  const [open, setOpen] = useState(false);
  const journal = useJournal(batchId, open);
  return (
    <details className={styles.journal} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>What was written ({version})</summary>
      <ul>
        {journal.data?.map((l) => (
          <JournalLine key={l.entryId} line={l} batchId={batchId} version={version} />
        ))}
      </ul>
    </details>
  );
}

function JournalLine({
  line,
  batchId,
  version,
}: {
  line: Schemas['JournalLine'];
  batchId: string;
  version: number;
}) {
  return (
    <li>
      <span className="soft">
        {clock(line.occurredAt)} {line.by}
      </span>{' '}
      <span className={line.correctedBy ? styles.struck : undefined}>{line.words}</span>{' '}
      {line.canTakeBack && (
        <TakeBack
          words="take back"
          seen={version}
          send={async (head, reason) =>
            unwrap(
              await api.POST('/api/batches/{batchId}/corrections', {
                params: { path: { batchId } },
                body: { head, corrects: line.entryId, reason },
              }),
            )
          }
        />
      )}
    </li>
  );
}
