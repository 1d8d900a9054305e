import { Select, TextInput } from '@mantine/core';
import type { Schemas } from '../api/client';
import type { Problem } from '../api/problem';
import styles from './plan.module.css';

type Wish = Schemas['BottleRequest'];
type Choice = Schemas['BottleChoice'];

interface Props {
  formula: string;
  choices: Choice[];
  chosen: Wish[];
  /** Place of the first of them in the request, for its errors. */
  at: number;
  onChange: (bottles: Wish[]) => void;
  problem: Problem | null;
}

const other = 'other';
const words = (c: Choice) =>
  [`${c.id}, ${c.strength}`, c.left, c.note].filter((w) => w.length > 0).join(' · ');

/** Which bottle a dose comes from, and which comes next when it is empty; or one that is not on the shelf. */
export function BottlePick({ formula, choices, chosen, at, onChange, problem }: Props) {
  const name = choices[0]?.name ?? formula;
  const first: Wish | undefined = chosen[0] ?? (choices[0] && { id: choices[0].id });
  const typed = first?.strength != null;
  const next = chosen[1];
  const rest = choices.filter((c) => c.onShelf && c.id !== first?.id);
  return (
    <div className={styles.bottle}>
      <Select
        label={`${name} from`}
        data={[
          ...choices.map((c) => ({ value: c.id, label: words(c) })),
          { value: other, label: 'another, not on the shelf' },
        ]}
        value={typed ? other : (first?.id ?? null)}
        onChange={(v) =>
          v &&
          onChange(
            v === other
              ? [{ id: 'other', formula, strength: choices[0]?.strength ?? '', density: null }]
              : [{ id: v }, ...chosen.slice(1).filter((b) => b.id !== v)],
          )
        }
        allowDeselect={false}
        error={problem?.of(`bottles[${at}].id`)}
      />
      {typed && first && (
        <>
          <TextInput
            label={`${name}: strength`}
            value={first.strength ?? ''}
            onChange={(e) => onChange([{ ...first, strength: e.currentTarget.value }])}
            error={problem?.of(`bottles[${at}].strength`)}
          />
          {choices[0]?.density != null && (
            <TextInput
              label="its density, g/mL"
              placeholder="by the table"
              value={first.density ?? ''}
              onChange={(e) => onChange([{ ...first, density: e.currentTarget.value || null }])}
              error={problem?.of(`bottles[${at}].density`)}
            />
          )}
        </>
      )}
      {!typed && rest.length > 0 && (
        <Select
          label="when it is empty"
          placeholder="no other"
          data={rest.map((c) => ({ value: c.id, label: words(c) }))}
          value={next?.id ?? null}
          onChange={(v) => first && onChange(v ? [first, { id: v }] : [first])}
          clearable
        />
      )}
    </div>
  );
}
