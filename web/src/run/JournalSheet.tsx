import { useState } from 'react';
import { useJournal } from '../api/batches';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
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
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const correct = useWrite(
    async (head, why: string) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/corrections', {
          params: { path: { batchId } },
          body: { head, corrects: line.entryId, reason: why },
        }),
      ),
    () => setAsking(false),
    version,
  );
  return (
    <li>
      <span className="soft">
        {clock(line.occurredAt)} {line.by}
      </span>{' '}
      <span className={line.correctedBy ? styles.struck : undefined}>{line.words}</span>
      {line.canTakeBack && !asking && (
        <button className="word" onClick={() => setAsking(true)}>
          take back<span className="hidden"> {line.words}</span>
        </button>
      )}
      {asking && (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            correct.mutate(reason);
          }}
        >
          <label className={styles.reason}>
            What was wrong?
            <input value={reason} onChange={(e) => setReason(e.currentTarget.value)} autoFocus />
          </label>
          <button className="lesser" disabled={!reason.trim() || correct.isPending}>
            Take it back
          </button>
          <ProblemNote problem={correct.error} />
        </form>
      )}
    </li>
  );
}
