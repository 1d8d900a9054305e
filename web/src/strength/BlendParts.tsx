import { Select } from '@mantine/core';
import type { Schemas } from '../api/client';
import type { Problem } from '../api/problem';
import { QuantityField } from '../metal/QuantityField';
import styles from './strength.module.css';

type Part = Schemas['BlendPart'];

interface Props {
  parts: Part[];
  onChange: (parts: Part[]) => void;
  bottles: Schemas['ShelfBottleView'][];
  problem: Problem | null;
}

const typed = 'typed';

/** The other liquids of a blend; one amount of all stays empty and is found. */
export function BlendParts({ parts, onChange, bottles, problem }: Props) {
  const set = (i: number, change: Partial<Part>) =>
    onChange(parts.map((p, k) => (k === i ? { ...p, ...change } : p)));
  return (
    <>
      {parts.map((p, i) => (
        <div key={i} className={styles.part}>
          <Select
            label={`and ${i === 0 ? '' : 'then '}from`}
            data={[
              ...bottles.map((b) => ({ value: b.id, label: `${b.id}, ${b.strength.value} %` })),
              { value: typed, label: 'a strength, or water' },
            ]}
            value={p.bottleId ?? typed}
            onChange={(v) => v && set(i, { bottleId: v === typed ? null : v })}
            allowDeselect={false}
            error={problem?.of(`parts[${i}].bottleId`)}
          />
          {!p.bottleId && (
            <QuantityField
              label="strength (0 is water)"
              field="Share"
              value={p.strength ?? ''}
              onChange={(strength) => set(i, { strength })}
              error={problem?.at(`parts[${i}].strength`)}
            />
          )}
          <QuantityField
            label="amount"
            placeholder="left open"
            field="MassOrVolume"
            value={p.amount ?? ''}
            onChange={(amount) => set(i, { amount })}
            error={problem?.at(`parts[${i}].amount`)}
          />
          <button type="button" className="word" onClick={() => onChange(parts.filter((_, k) => k !== i))}>
            without it
          </button>
        </div>
      ))}
      <button
        type="button"
        className="lesser"
        onClick={() => onChange([...parts, { bottleId: null, strength: '0', amount: '' }])}
      >
        Another liquid
      </button>
    </>
  );
}
