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

type Field = 'Temperature' | 'PH' | 'Volume' | 'Share' | 'Mass';
type Kind = 'temperature' | 'pH' | 'foam' | 'left' | 'left-grams';

const kinds: Record<Kind, { name: string; placeholder: string; field: Field }> = {
  temperature: { name: 'Temperature', placeholder: '82 °C', field: 'Temperature' },
  pH: { name: 'pH', placeholder: '5.2', field: 'PH' },
  foam: { name: 'Foam above the liquor after the last portion', placeholder: '120 mL', field: 'Volume' },
  left: { name: 'Metal left, when it has gone quiet', placeholder: '50 %', field: 'Share' },
  'left-grams': { name: 'The same, taken out and weighed', placeholder: '12.5 g', field: 'Mass' },
};

/** The readings of the step: the temperature, and what else tells it something: pH, foam, how much metal is left. */
export function Readings({ batch, step }: Props) {
  return (
    <>
      {step.mayRead
        .filter((k): k is Kind => k in kinds)
        .map((kind) => (
          <Reading key={kind} batch={batch} step={step} kind={kind} />
        ))}
    </>
  );
}

function Reading({ batch, step, kind }: Props & { kind: Kind }) {
  const [value, setValue] = useState('');
  const [reason, setReason] = useState('');
  const [instrument, setInstrument] = useState<string | null>(null);
  const { name, placeholder, field } = kinds[kind];
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
          placeholder={placeholder}
          field={field}
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
      {(field === 'Temperature' || field === 'PH') && (
        <ReadWith label={`${name} read with`} field={field} value={instrument} onChange={setInstrument} />
      )}
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
