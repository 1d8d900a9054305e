import { useRef } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';

/** Brings a batch of another shop in from its file, whole or not at all. */
export function BatchIn() {
  const input = useRef<HTMLInputElement>(null);
  const go = useNavigate();
  const bring = useWrite(
    async (head, file: string) => unwrap(await api.POST('/api/batches/file', { body: { head, file } })),
    (answer) => void go(`/trail/${answer.batchId}`),
  );
  return (
    <>
      <button className="word" onClick={() => input.current?.click()} disabled={bring.isPending}>
        Bring a batch in
      </button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="hidden"
        aria-label="file of a batch"
        tabIndex={-1}
        onChange={(e) => {
          const chosen = e.currentTarget;
          void chosen.files?.[0]?.text().then((text) => {
            bring.mutate(text);
            chosen.value = '';
          });
        }}
      />
      <ProblemNote problem={bring.error} />
    </>
  );
}
