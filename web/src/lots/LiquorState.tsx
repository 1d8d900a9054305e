import { Select } from '@mantine/core';
import type { Schemas } from '../api/client';
import type { FieldError } from '../api/problem';
import { QuantityField } from '../metal/QuantityField';

type State = Schemas['LiquorStateRequest'];

const answers = [
  { value: 'Yes', label: 'yes' },
  { value: 'No', label: 'no' },
  { value: 'NotKnown', label: 'not known' },
];

const questions = [
  ['denitrated', 'Nitric acid destroyed?'],
  ['chlorine', 'Chlorine in it?'],
  ['sulphite', 'Sulphite in it?'],
] as const;

interface Props {
  state: State | null | undefined;
  onChange: (state: State) => void;
  error?: FieldError | undefined;
}

/** What a gold liquor holds beside its metals: what is not known is carried as a range that a sign ends. */
export function LiquorState({ state, onChange, error }: Props) {
  return (
    <>
      {questions.map(([name, label]) => (
        <Select
          key={name}
          label={label}
          data={answers}
          placeholder="not asked"
          clearable
          value={state?.[name] ?? null}
          onChange={(v) => onChange({ ...state, [name]: v })}
          w={170}
        />
      ))}
      {state?.denitrated !== 'Yes' && (
        <QuantityField
          label="Nitrate left, mol/L"
          placeholder="0.3, if you know"
          field="Molarity"
          value={state?.nitrate ?? ''}
          onChange={(nitrate) => onChange({ ...state, nitrate: nitrate || null })}
          error={error}
          w={170}
        />
      )}
    </>
  );
}
