import { Checkbox, Select, TextInput } from '@mantine/core';
import type { BooksQuery } from '../api/books';
import type { Schemas } from '../api/client';
import styles from './books.module.css';

interface Props {
  choices: Schemas['BooksChoicesView'];
  query: BooksQuery;
  set: (...changes: [name: string, value: string | null][]) => void;
}

/** Which batches count. The address of the page holds the choice, so that it can be kept and sent. */
export function Filters({ choices, query, set }: Props) {
  const filtered = [query.material, query.method, query.person, query.from, query.until].some(Boolean);
  return (
    <div className={styles.filters} role="group" aria-label="which batches count">
      <Select
        label="Kind of scrap"
        placeholder="all"
        data={choices.materials}
        value={query.material ?? null}
        onChange={(v) => set(['material', v])}
        clearable
      />
      <Select
        label="With the step"
        placeholder="any"
        data={choices.methods.map((m) => ({ value: m.id, label: m.words }))}
        value={query.method ?? null}
        onChange={(v) => set(['method', v])}
        clearable
        comboboxProps={{ width: 340, position: 'bottom-start' }}
      />
      <Select
        label="Somebody at it"
        placeholder="anybody"
        data={choices.people}
        value={query.person ?? null}
        onChange={(v) => set(['person', v])}
        clearable
      />
      <TextInput
        label="Closed from"
        type="date"
        value={query.from ?? ''}
        onChange={(e) => set(['from', e.currentTarget.value])}
      />
      <TextInput
        label="to"
        type="date"
        value={query.until ?? ''}
        onChange={(e) => set(['until', e.currentTarget.value])}
      />
      {choices.foreign > 0 && (
        <Checkbox
          className={styles.others}
          label={`and ${choices.foreign} of other shops`}
          checked={query.others === 'yes'}
          onChange={(e) => set(['others', e.currentTarget.checked ? 'yes' : null])}
        />
      )}
      {filtered && (
        <button
          className="word"
          onClick={() =>
            set(
              ...['material', 'method', 'person', 'from', 'until'].map((name): [string, null] => [
                name,
                null,
              ]),
            )
          }
        >
          all batches
        </button>
      )}
    </div>
  );
}
