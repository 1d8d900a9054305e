import { useState } from 'react';
import { api, type Schemas, type StepView } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { ReadWith } from '../metal/ReadWith';
import styles from './run.module.css';
import { clock } from './time';

interface Props {
  batch: Schemas['BatchView'];
  step: StepView;
}

/** The readings of the step: the temperature, and the pH where the step waits for one. */
export function Readings({ batch, step }: Props) {
  return (
    <>
      <Reading batch={batch} step={step} kind="temperature" />
      {step.interlocks.some((i) => i.reading === 'pH') && <Reading batch={batch} step={step} kind="pH" />}
    </>
  );
}

function Reading({ batch, step, kind }: Props & { kind: 'temperature' | 'pH' }) {
  const [value, setValue] = useState('');
  const [reason, setReason] = useState('');
  const [instrument, setInstrument] = useState<string | null>(null);
  const name = kind === 'pH' ? 'pH' : 'Temperature';
  const read = useWrite(
    async (head, wish: { value: string; reason: string }) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/readings', {
          params: { path: { batchId: batch.id, stepId: step.id } },
          body: { head, kind, value: wish.value, reason: wish.reason || null, with: instrument },
        }),
      ),
    () => {
      setValue('');
      setReason('');
    },
    batch.version,
  );
  const last = step.readings.filter((r) => r.kind === kind).at(-1);
  return (
    <div className={styles.readings}>
      <form
        className={styles.line}
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          read.mutate({ value, reason });
        }}
      >
        <QuantityField
          label={last ? `${name}, last ${last.text} at ${clock(last.at)}` : name}
          placeholder={kind === 'pH' ? '5.2' : '82 °C'}
          field={kind === 'pH' ? 'PH' : 'Temperature'}
          value={value}
          onChange={setValue}
          error={read.error?.at('value')}
          onAgree={(becomes) => {
            setValue(becomes);
            read.mutate({ value: becomes, reason: '' });
          }}
          flex={1}
        />
        <button className="lesser" disabled={!value.trim() || read.isPending}>
          Log
        </button>
      </form>
      <ReadWith
        label={`${name} read with`}
        field={kind === 'pH' ? 'PH' : 'Temperature'}
        value={instrument}
        onChange={setInstrument}
      />
      {read.error?.of('value') && (
        <label className={styles.reason}>
          If it is so, why?
          <input value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
        </label>
      )}
      <ProblemNote problem={read.error} shown={['value']} />
    </div>
  );
}
