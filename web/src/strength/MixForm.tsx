import { Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useForms } from '../api/shelf';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './strength.module.css';

interface Props {
  m: Schemas['MixtureView'];
  solute: string;
  bottles: Schemas['ShelfBottleView'][];
  onDone: () => void;
}

/** The mixture as a new bottle of the shelf; what went in is taken from its bottles. */
export function MixForm({ m, solute, bottles, onDone }: Props) {
  const forms = useForms();
  const kinds = (forms.data ?? []).filter((f) => f.formula === solute && f.liquid && !f.trade);
  const navigate = useNavigate();
  const [wish, setWish] = useState({ id: '', form: '', place: bottles[0]?.place ?? '' });
  const form = wish.form || (kinds.at(-1)?.id ?? '');
  const mix = useWrite(
    async (head, w: typeof wish) =>
      unwrap(
        await api.POST('/api/shelf/mix', {
          body: {
            head,
            ...w,
            parts: m.pours.map((p) => ({ bottleId: p.bottleId ?? 'water', amount: `${p.grams.likely} g` })),
          },
        }),
      ),
    (made) => {
      onDone();
      void navigate(`/shelf/bottle/${made.bottle.id}`);
    },
  );
  return (
    <form
      className={styles.fields}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        mix.mutate({ ...wish, form });
      }}
    >
      <div className={styles.pair}>
        <TextInput
          label="new bottle"
          placeholder="N-4"
          value={wish.id}
          onChange={(e) => setWish({ ...wish, id: e.currentTarget.value })}
          error={mix.error?.of('id')}
          autoFocus
        />
        <TextInput
          label="where it stands"
          value={wish.place}
          onChange={(e) => setWish({ ...wish, place: e.currentTarget.value })}
        />
      </div>
      <Select
        label="kind"
        data={kinds.map((k) => ({ value: k.id, label: k.name }))}
        value={form}
        onChange={(v) => v && setWish({ ...wish, form: v })}
        allowDeselect={false}
        error={mix.error?.of('form')}
      />
      <ProblemNote problem={mix.error} shown={['id', 'form']} />
      <div>
        <button className="act" disabled={mix.isPending}>
          Put it on the shelf
        </button>{' '}
        <button type="button" className="lesser" onClick={onDone}>
          Leave it
        </button>
      </div>
    </form>
  );
}
