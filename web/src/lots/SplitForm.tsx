import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import styles from './lots.module.css';

/** Parts of a lot, each weighed. What they do not hold is posted as not accounted for. */
export function SplitForm({ lot, onDone }: { lot: Schemas['LotView']; onDone: () => void }) {
  const part = (n: number) => ({
    lotId: crypto.randomUUID(),
    code: `${lot.code}${String.fromCharCode(96 + n)}`,
    title: lot.title,
    amount: '',
  });
  const [parts, setParts] = useState(() => [part(1), part(2)]);
  const [reason, setReason] = useState('');
  const write = useWrite(
    async (head, wish: { parts: typeof parts; reason: string }) =>
      unwrap(
        await api.POST('/api/lots/{lotId}/split', {
          params: { path: { lotId: lot.id } },
          body: { head, ...wish },
        }),
      ),
    onDone,
    lot.version,
  );
  const set = (i: number, change: Partial<(typeof parts)[number]>) =>
    setParts(parts.map((p, k) => (k === i ? { ...p, ...change } : p)));
  return (
    <form
      className={styles.split}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({ parts, reason });
      }}
    >
      <h2>Weigh each part</h2>
      {parts.map((p, i) => (
        <div key={p.lotId} className={styles.row}>
          <TextInput
            label="Code"
            value={p.code}
            onChange={(e) => set(i, { code: e.currentTarget.value })}
            error={write.error?.of(`parts[${i}].code`)}
            w={120}
          />
          <TextInput
            label="What it is"
            value={p.title}
            onChange={(e) => set(i, { title: e.currentTarget.value })}
            flex={1}
          />
          <QuantityField
            label="Weight"
            field="Mass"
            value={p.amount}
            onChange={(amount) => set(i, { amount })}
            error={write.error?.of(`parts[${i}].amount`)}
            w={170}
          />
        </div>
      ))}
      {write.error?.of('parts') && (
        <TextInput label="Why it is so" value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
      )}
      <ProblemNote problem={write.error} />
      <div className={styles.row}>
        <button className="act" disabled={write.isPending}>
          Split it
        </button>
        <button type="button" className="lesser" onClick={() => setParts([...parts, part(parts.length + 1)])}>
          One part more
        </button>
        <button type="button" className="lesser" onClick={onDone}>
          Leave it whole
        </button>
      </div>
    </form>
  );
}
