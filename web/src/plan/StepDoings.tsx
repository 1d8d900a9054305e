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
    async (head, w: { title: string; try: Try }) =>
      unwrap(
        await api.POST('/api/step/kept', {
          body: { head, keptId: head.entryId, title: w.title, try: w.try },
        }),
      ),
    () => setName(''),
  );
  const batchCode = nextCode(batches.data ?? []);
  const start = useWrite(
    async (head, w: { lot: Schemas['BecameLot']; code: string }) =>
      unwrap(
        await api.POST('/api/batches', {
          body: {
            head,
            batchId: w.code,
            code: w.code,
            lotId: w.lot.lotId,
            amount: w.lot.amount,
            title,
            methods: [draft.method],
            options: { [draft.method]: draft.options ?? {} },
            bottles: draft.bottles ?? null,
          },
        }),
      ),
    (batch) => void navigate(`/run/${batch.id}`),
  );
  const become = useWrite(
    async (head, w: { code: string; charge: Try['charge'] }) =>
      unwrap(
        await api.POST('/api/step/lot', {
          body: { head, lotId: head.entryId, code: w.code, title, charge: w.charge },
        }),
      ),
    (lot) => start.mutate({ lot, code: batchCode }),
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
          become.mutate({ code, charge: draft.charge });
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
        <button className="act" disabled={become.isPending || start.isPending}>
          Make it batch {batchCode}
        </button>
      </form>
      <ProblemNote problem={keep.error} shown={['title']} />
      <ProblemNote problem={become.error} shown={['code']} />
      <ProblemNote problem={start.error} />
    </div>
  );
}
