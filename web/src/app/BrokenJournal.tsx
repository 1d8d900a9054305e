import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './Frame.module.css';

/** The journal is not what was written: where, and the word that lets writing go on. */
export function BrokenJournal({ broken }: { broken: Schemas['BreakView'] }) {
  const [why, setWhy] = useState('');
  const accept = useWrite(async (head, wish: { why: string }) =>
    unwrap(await api.POST('/api/journal/breaks', { body: { head, seq: broken.seq, why: wish.why } })),
  );
  return (
    <form
      className={styles.lastKnown}
      role="alert"
      onSubmit={(e) => {
        e.preventDefault();
        accept.mutate({ why });
      }}
    >
      <p>
        The journal is not what was written: {broken.what}. All can be read; nothing is added until somebody
        has looked at it. Compare it with the last good backup (./start --verify tells every place).
      </p>
      <TextInput
        label="What became of it"
        value={why}
        onChange={(e) => setWhy(e.currentTarget.value)}
        error={accept.error?.of('why')}
        maw={480}
      />
      <button className="act" disabled={accept.isPending}>
        It was looked at: go on writing
      </button>
      <ProblemNote problem={accept.error} shown={['why']} />
    </form>
  );
}
