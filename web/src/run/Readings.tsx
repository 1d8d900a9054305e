import { useState } from 'react';
import { api, type Schemas, type StepView } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import styles from './run.module.css';
import { clock } from './time';

/** The temperature of the step, as it was read. */
export function Readings({ batch, step }: { batch: Schemas['BatchView']; step: StepView }) {
  const [value, setValue] = useState('');
  const read = useWrite(
    async (head, text: string) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/readings', {
          params: { path: { batchId: batch.id, stepId: step.id } },
          body: { head, kind: 'temperature', value: text },
        }),
      ),
    () => setValue(''),
    batch.version,
  );
  const last = step.readings.at(-1);
  return (
    <div className={styles.readings}>
      <form
        className={styles.line}
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          read.mutate(value);
        }}
      >
        <QuantityField
          label={last ? `Temperature, last ${last.words} at ${clock(last.at)}` : 'Temperature'}
          placeholder="82 °C"
          field="Temperature"
          value={value}
          onChange={setValue}
          error={read.error?.of('value')}
          flex={1}
        />
        <button className="lesser" disabled={!value.trim() || read.isPending}>
          Log
        </button>
      </form>
      <ProblemNote problem={read.error} shown={['value']} />
    </div>
  );
}
