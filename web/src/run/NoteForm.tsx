import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './run.module.css';

/** Words beside the figures; they go into the journal like everything else. */
export function NoteForm({ batch }: { batch: Schemas['BatchView'] }) {
  const [note, setNote] = useState('');
  const step = { id: batch.current?.id ?? null };
  const write = useWrite(
    async (head, text: string) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/notes', {
          params: { path: { batchId: batch.id } },
          body: { head, stepId: step.id, text },
        }),
      ),
    () => setNote(''),
  );
  return (
    <>
      <form
        className={styles.noteForm}
        onSubmit={(e) => {
          e.preventDefault();
          write.mutate(note);
        }}
      >
        <label className={styles.note}>
          Note
          <input value={note} onChange={(e) => setNote(e.currentTarget.value)} />
        </label>
        <button className="lesser" disabled={!note.trim() || write.isPending}>
          Keep
        </button>
      </form>
      <ProblemNote problem={write.error} />
    </>
  );
}
