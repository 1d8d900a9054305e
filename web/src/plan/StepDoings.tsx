import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../api/client';
import { useBatches } from '../api/batches';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { nextCode } from './code';
import styles from './plan.module.css';

type Try = Schemas['TryRequest'];

/** Keep it under a name, print it, or make a lot and a batch of it. */
export function StepDoings({ draft, title }: { draft: Try; title: string }) {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [code, setCode] = useState('');
  const batches = useBatches();
  const keep = useWrite(
    async (head, w: { title: string; try: Try }, once) =>
      unwrap(
        await api.POST('/api/step/kept', {
          body: { head, keptId: once.id, title: w.title, try: w.try },
        }),
      ),
    () => setName(''),
  );
  const batchCode = nextCode(batches.data ?? []);
  const become = useWrite(
    async (head, w: { code: string; batchCode: string; try: Try }, once) =>
      unwrap(
        await api.POST('/api/step/batch', {
          body: {
            head,
            lotId: once.id,
            code: w.code,
            title,
            batchId: w.batchCode,
            batchCode: w.batchCode,
            try: w.try,
          },
        }),
      ),
    (made) => void navigate(`/run/${made.batchId}`),
  );
  return (
    <div className={`${styles.doings ?? ''} noprint`}>
      <form
        className={styles.start}
        onSubmit={(e) => {
          e.preventDefault();
          keep.mutate({ title: name, try: draft });
        }}
      >
        <TextInput
          label="Keep it as"
          placeholder="salt for Tuesday’s liquor"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
          error={keep.error?.of('title')}
          w={230}
        />
        <button className="lesser" disabled={keep.isPending}>
          Keep
        </button>
      </form>
      <button type="button" className="lesser" onClick={() => window.print()}>
        Print
      </button>
      <form
        className={styles.start}
        onSubmit={(e) => {
          e.preventDefault();
          become.mutate({ code, batchCode, try: draft });
        }}
      >
        <TextInput
          label="Code of its lot"
          placeholder="HL-11"
          value={code}
          onChange={(e) => setCode(e.currentTarget.value)}
          error={become.error?.of('code')}
          w={120}
        />
        <button className="act" disabled={become.isPending}>
          Make it batch {batchCode}
        </button>
      </form>
      <ProblemNote problem={keep.error} shown={['title']} />
      <ProblemNote problem={become.error} shown={['code']} />
    </div>
  );
}
