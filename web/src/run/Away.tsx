import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { useMoney } from '../api/money';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import styles from './run.module.css';

/** The charge is out of the house: who has it, since when; and writing down that it is back. */
export function Away({ batch, away }: { batch: Schemas['BatchView']; away: Schemas['AwayView'] }) {
  const money = useMoney();
  const [mass, setMass] = useState('');
  const [fee, setFee] = useState('');
  const [reason, setReason] = useState('');
  const write = useWrite(
    async (head, wish: { mass: string; fee: string | null; reason: string | null }) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/come-back', {
          params: { path: { batchId: batch.id, stepId: batch.current?.id ?? '' } },
          body: { head, ...wish },
        }),
      ),
    undefined,
    batch.version,
  );
  const more = write.error?.at('mass');
  return (
    <section className={styles.work}>
      <h1>Out of the house</h1>
      <p>
        {away.mass} left for {away.to} on{' '}
        {new Date(away.since).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })}, for about{' '}
        {away.days} days. Nothing is to be done until it is back.
      </p>
      <form
        className={styles.putIn}
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          write.mutate({ mass, fee: fee || null, reason: reason || null });
        }}
      >
        <QuantityField
          label="Weight that came back"
          field="Mass"
          value={mass}
          onChange={setMass}
          error={more}
        />
        <QuantityField
          label="What was paid for it"
          placeholder={money.text(120)}
          field="Money"
          value={fee}
          onChange={setFee}
          error={write.error?.at('fee')}
        />
        {more && (
          <TextInput label="Why it is so" value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
        )}
        <ProblemNote problem={write.error} shown={['mass', 'fee']} />
        <button className="act" disabled={write.isPending}>
          It is back
        </button>
      </form>
    </section>
  );
}
