import { Select } from '@mantine/core';
import { useState } from 'react';
import { api, type Schemas, type StepView } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { ReadWith } from '../metal/ReadWith';
import styles from './run.module.css';

interface Props {
  batch: Schemas['BatchView'];
  step: StepView;
}

/** A liquor of the step held against standards, drop beside drop: what it holds lies between two of them. */
export function AgainstStandards({ batch, step }: Props) {
  const liquors = step.outputs.filter((o) => o.testFor.length > 0);
  const [output, setOutput] = useState(liquors[0]?.id ?? '');
  const liquor = liquors.find((o) => o.id === output) ?? liquors[0];
  const [element, setElement] = useState<string | null>(null);
  const [low, setLow] = useState('');
  const [high, setHigh] = useState('');
  const [volume, setVolume] = useState('');
  const [readIn, setReadIn] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const write = useWrite(
    async (head, wish: { low: string; high: string; volume: string; reason: string }) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/liquor-tests', {
          params: { path: { batchId: batch.id, stepId: step.id } },
          body: {
            head,
            output: liquor?.id ?? '',
            element: element ?? liquor?.testFor[0] ?? '',
            low: wish.low || null,
            high: wish.high,
            volume: wish.volume,
            readIn,
            reason: wish.reason || null,
          },
        }),
      ),
    () => {
      setLow('');
      setHigh('');
      setVolume('');
      setReason('');
    },
    batch.version,
  );
  if (!liquor) return null;
  const tested = liquors.flatMap((o) => o.tested.map((t) => `${o.name}: ${t}`));
  const keepable = ['volume', 'low'].some((f) => write.error?.at(f)?.wayOut.includes('say why'));
  return (
    <details className={styles.test}>
      <summary>A drop held against the standards{tested.length > 0 && `: ${tested.join('; ')}`}</summary>
      <form
        className={styles.readings}
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          write.mutate({ low, high, volume, reason });
        }}
      >
        <p className="soft">
          Drop beside drop with stannous chloride: darker than one standard, lighter than the next. Free
          nitric acid or chlorine bleaches it, and an old reagent shows nothing: try it on a standard first.
        </p>
        <div className={styles.line}>
          {liquors.length > 1 && (
            <Select
              label="Of"
              data={liquors.map((o) => ({ value: o.id, label: o.name }))}
              value={liquor.id}
              onChange={(v) => v && setOutput(v)}
              allowDeselect={false}
            />
          )}
          <Select
            label="Tested for"
            data={liquor.testFor}
            value={element ?? liquor.testFor[0] ?? null}
            onChange={setElement}
            allowDeselect={false}
            w={110}
            error={write.error?.of('element')}
          />
        </div>
        <div className={styles.line}>
          <QuantityField
            label="Darker than"
            placeholder="lighter than all"
            field="Concentration"
            value={low}
            onChange={setLow}
            error={write.error?.at('low')}
            flex={1}
          />
          <QuantityField
            label="Lighter than"
            placeholder="0.01 g/L"
            field="Concentration"
            value={high}
            onChange={setHigh}
            error={write.error?.at('high')}
            flex={1}
          />
        </div>
        <QuantityField
          label="Volume of it"
          placeholder="450 mL"
          field="Volume"
          value={volume}
          onChange={setVolume}
          error={write.error?.at('volume')}
        />
        <ReadWith label="Read in" field="Volume" value={readIn} onChange={setReadIn} />
        {keepable && (
          <label className={styles.reason}>
            If it is so, why?
            <input value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
          </label>
        )}
        <ProblemNote problem={write.error} shown={['low', 'high', 'volume', 'element']} />
        <button className="lesser" disabled={!high.trim() || !volume.trim() || write.isPending}>
          Log
        </button>
      </form>
    </details>
  );
}
