import { MultiSelect, Select, TextInput } from '@mantine/core';
import type { Schemas } from '../api/client';
import { useElements } from '../api/elements';
import { useMarks } from '../api/marks';
import type { Problem } from '../api/problem';
import { LiquorState } from '../lots/LiquorState';
import styles from './plan.module.css';

type Charge = Schemas['ChargeRequest'];

interface Props {
  charge: Charge;
  onChange: (charge: Charge) => void;
  problem: Problem | null;
}

const wets: { value: NonNullable<Charge['wetWith']>; label: string }[] = [
  { value: 'Nitrate', label: 'nitric acid' },
  { value: 'Chloride', label: 'hydrochloric acid' },
  { value: 'Sulphate', label: 'sulphuric acid' },
];

const kinds: { value: Charge['kind']; label: string }[] = [
  { value: 'Metal', label: 'metal' },
  { value: 'Nitrate', label: 'liquor, nitrate' },
  { value: 'Chloride', label: 'liquor, chloride' },
  { value: 'Sulphate', label: 'liquor, sulphate' },
  { value: 'Fixer', label: 'spent fixer' },
  { value: 'SilverChloride', label: 'silver chloride, wet' },
];

/** A charge in one line: what it is, which metal, how many grams; of a liquor its volume and free acid. */
export function ChargeLine({ charge, onChange, problem }: Props) {
  const { symbols } = useElements();
  const suspects = useMarks();
  const liquor = charge.kind !== 'SilverChloride' && (charge.kind !== 'Metal' || !!charge.wetWith);
  const set = (i: number, change: Partial<Charge['lines'][number]>) =>
    onChange({ ...charge, lines: charge.lines.map((l, k) => (k === i ? { ...l, ...change } : l)) });
  return (
    <div className={styles.charge}>
      <Select
        label="On"
        data={kinds}
        value={charge.kind}
        onChange={(v) =>
          v &&
          onChange({
            ...charge,
            kind: v as Charge['kind'],
            lines:
              v === 'SilverChloride' || v === 'Fixer'
                ? [{ element: 'Ag', grams: charge.lines[0]?.grams ?? '' }]
                : charge.lines,
          })
        }
        allowDeselect={false}
        w={180}
      />
      <div className={styles.metals}>
        {charge.lines.map((l, i) => (
          <div key={i} className={styles.metal}>
            <Select
              label="Element"
              data={symbols}
              value={l.element}
              onChange={(v) => v && set(i, { element: v })}
              error={problem?.of(`lines[${i}].element`)}
              allowDeselect={false}
              w={84}
            />
            <TextInput
              label="Grams, or a range"
              placeholder="25 g · 20–30 g"
              value={l.grams}
              onChange={(e) => set(i, { grams: e.currentTarget.value })}
              error={problem?.of(`lines[${i}].grams`)}
              w={140}
            />
          </div>
        ))}
      </div>
      {liquor && (
        <TextInput
          label="Volume"
          placeholder="400 mL"
          value={charge.volume ?? ''}
          onChange={(e) => onChange({ ...charge, volume: e.currentTarget.value })}
          error={problem?.of('volume')}
          w={110}
        />
      )}
      {liquor && charge.kind !== 'Fixer' && (
        <TextInput
          label="Free acid, mol/L"
          placeholder="none"
          value={charge.freeAcid ?? ''}
          onChange={(e) => onChange({ ...charge, freeAcid: e.currentTarget.value })}
          error={problem?.of('freeAcid')}
          w={130}
        />
      )}
      {charge.kind === 'Chloride' && (
        <LiquorState
          state={charge.state}
          onChange={(state) => onChange({ ...charge, state })}
          error={problem?.at('state.nitrate')}
        />
      )}
      {charge.kind === 'Metal' && (
        <Select
          label="Wet with"
          data={wets}
          placeholder="nothing"
          clearable
          value={charge.wetWith ?? null}
          onChange={(v) => onChange({ ...charge, wetWith: v as Charge['wetWith'] })}
          w={150}
        />
      )}
      <MultiSelect
        label="It may also hold, or be"
        placeholder={(charge.marks ?? []).length === 0 ? 'nothing suspected' : ''}
        data={suspects}
        value={charge.marks ?? []}
        onChange={(marks) => onChange({ ...charge, marks })}
        w={220}
      />
      {charge.kind !== 'SilverChloride' && charge.kind !== 'Fixer' && (
        <div>
          <button
            type="button"
            className="word"
            onClick={() => onChange({ ...charge, lines: [...charge.lines, { element: 'Cu', grams: '' }] })}
          >
            another element
          </button>
          {charge.lines.length > 1 && (
            <>
              <br />
              <button
                type="button"
                className="word"
                onClick={() => onChange({ ...charge, lines: charge.lines.slice(0, -1) })}
              >
                one less
              </button>
            </>
          )}
        </div>
      )}
    </div>
  );
}
