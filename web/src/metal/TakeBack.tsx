import { useState } from 'react';
import type { Schemas } from '../api/client';
import { useWrite } from '../api/write';
import styles from './metal.module.css';
import { ProblemNote } from './ProblemNote';

interface Props {
  /** What the button says: "Take it back". */
  words: string;
  seen: number;
  send: (head: Schemas['Head'], reason: string) => Promise<unknown>;
  onDone?: () => void;
}

/** Takes something back with a reason; it stays in the journal with its correction. */
export function TakeBack({ words, seen, send, onDone }: Props) {
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const write = useWrite(
    send,
    () => {
      setAsking(false);
      onDone?.();
    },
    seen,
  );
  if (!asking)
    return (
      <button type="button" className="word" onClick={() => setAsking(true)}>
        {words}
      </button>
    );
  return (
    <form
      className={styles.takeBack}
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(reason);
      }}
    >
      <label>
        What was wrong?
        <input value={reason} onChange={(e) => setReason(e.currentTarget.value)} autoFocus />
      </label>
      <button className="lesser" disabled={!reason.trim() || write.isPending}>
        {words}
      </button>
      <ProblemNote problem={write.error} />
    </form>
  );
}
