import { Select } from '@mantine/core';
import type { Schemas } from '../api/client';
import type { Problem } from '../api/problem';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { BlendParts } from './BlendParts';
import type { Draft, Then } from './draft';
import { Mixture } from './Mixture';
import styles from './strength.module.css';

interface Props {
  draft: Draft;
  onChange: (draft: Draft) => void;
  view: Schemas['StrengthView'] | undefined;
  bottles: Schemas['ShelfBottleView'][];
  problem: Problem | null;
}

const wants = [
  { value: 'Dilute', label: 'bring it down to a strength' },
  { value: 'Make', label: 'make an amount of a strength' },
  { value: 'Ratio', label: 'mix it one to so many' },
  { value: 'Blend', label: 'blend it with others' },
] satisfies { value: Then['kind']; label: string }[];

/** What is wanted of it, and what to pour for that. */
export function Bring({ draft, onChange, view, bottles, problem }: Props) {
  const t = draft.then;
  const set = (change: Partial<Then>) => onChange({ ...draft, then: { ...t, ...change } });
  const all = draft.request.by === 'Weighed' || draft.request.by === 'Bottle';
  return (
    <>
      <h2>And then?</h2>
      <div className={styles.fields}>
        <Select
          label="what do you want of it"
          data={wants}
          value={t.kind}
          onChange={(v) => v && set({ kind: v })}
          allowDeselect={false}
        />
        <div className={styles.pair}>
          {t.kind === 'Ratio' ? (
            <QuantityText
              label="of it, to the weaker"
              value={t.ratio ?? ''}
              placeholder="1 to 1"
              onChange={(ratio) => set({ ratio })}
              error={problem?.of('ratio')}
            />
          ) : (
            <QuantityField
              label="strength wanted"
              placeholder="35 %"
              field="Share"
              value={t.target ?? ''}
              onChange={(target) => set({ target })}
              error={problem?.at('target')}
            />
          )}
          <QuantityField
            label={t.kind === 'Make' ? 'how much of that' : 'how much of it'}
            placeholder={
              t.kind === 'Make'
                ? '400 mL'
                : t.kind === 'Ratio'
                  ? '100 mL'
                  : t.kind === 'Blend'
                    ? 'left open'
                    : all
                      ? 'all of it'
                      : '250 mL'
            }
            field={t.kind === 'Ratio' ? 'Volume' : 'MassOrVolume'}
            value={t.amount ?? ''}
            onChange={(amount) => set({ amount })}
            error={problem?.at('amount')}
          />
        </div>
        {t.kind === 'Blend' ? (
          <BlendParts
            parts={t.parts ?? []}
            onChange={(parts) => set({ parts })}
            bottles={bottles.filter((b) => b.formula === draft.request.solute)}
            problem={problem}
          />
        ) : (
          <QuantityField
            label="with water, or with a weaker one of"
            placeholder="water"
            field="Share"
            value={t.weaker ?? ''}
            onChange={(weaker) => set({ weaker })}
            error={problem?.at('weaker')}
          />
        )}
      </div>
      {problem && (
        <ProblemNote
          problem={problem.fields.some((f) => f.field === 'parts') ? problem : null}
          shown={problem.fields.filter((f) => f.field !== 'parts').map((f) => f.field)}
        />
      )}
      {view?.then ? (
        <Mixture m={view.then} draft={draft} bottles={bottles} solute={view.solute} />
      ) : (
        <p className="soft">
          Say what you want of it, and the pours stand here: weaker first, by mass and by volume, with how
          warm it gets.
        </p>
      )}
    </>
  );
}

function QuantityText({
  label,
  value,
  placeholder,
  onChange,
  error,
}: {
  label: string;
  value: string;
  placeholder: string;
  onChange: (text: string) => void;
  error: string | undefined;
}) {
  return (
    <label className={styles.plain}>
      {label}
      <input
        value={value}
        placeholder={placeholder}
        onChange={(e) => onChange(e.currentTarget.value)}
        aria-invalid={!!error}
      />
      {error && <span className={styles.wrong}>{error}</span>}
    </label>
  );
}
