import { TextInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
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
  const [typed, setTyped] = useState('');
  const [word] = useDebouncedValue(typed, 200);
  const journal = useJournal(batchId, open, word.trim());
  const lines = journal.data?.pages.flat() ?? [];
  return (
    <details className={styles.journal} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>What was written ({version})</summary>
      {(version > 40 || typed) && (
        <TextInput
          label="Look for"
          placeholder="a word of what was written"
          value={typed}
          onChange={(e) => setTyped(e.currentTarget.value)}
        />
      )}
      <ul>
        {lines.map((l) => (
          <JournalLine key={l.entryId} line={l} batchId={batchId} version={version} />
        ))}
      </ul>
      {journal.hasNextPage && (
        <button className="word" onClick={() => void journal.fetchNextPage()}>
          what was written before
        </button>
      )}
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
