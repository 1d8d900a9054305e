import { Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, type Schemas } from '../api/client';
import { useMoney } from '../api/money';
import { unwrap } from '../api/problem';
import { useForms } from '../api/shelf';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import type { Draft } from './draft';
import styles from './strength.module.css';

interface Props {
  draft: Draft;
  view: Schemas['StrengthView'];
  bottles: Schemas['ShelfBottleView'][];
}

/** What was found is kept: as a new bottle, or as a test of one that stands on the shelf. */
export function Keep({ draft, view, bottles }: Props) {
  const [open, setOpen] = useState<'bottle' | 'test' | null>(null);
  if (draft.request.by === 'Bottle')
    return (
      <p>
        <Link to={`/shelf/bottle/${draft.request.bottleId ?? ''}`}>
          {draft.request.bottleId} on the shelf, with all its tests
        </Link>
      </p>
    );
  return (
    <div className={styles.keep}>
      <button
        className="act"
        aria-expanded={open === 'bottle'}
        onClick={() => setOpen(open === 'bottle' ? null : 'bottle')}
      >
        Label as a bottle
      </button>
      <button
        className="lesser"
        aria-expanded={open === 'test'}
        onClick={() => setOpen(open === 'test' ? null : 'test')}
      >
        Keep as a test of a bottle
      </button>
      {open === 'bottle' && <NewBottle draft={draft} view={view} />}
      {open === 'test' && <Test draft={draft} bottles={bottles.filter((b) => b.formula === view.solute)} />}
    </div>
  );
}

function NewBottle({ draft, view }: { draft: Draft; view: Schemas['StrengthView'] }) {
  const money = useMoney();
  const forms = useForms();
  const kinds = (forms.data ?? []).filter((f) => f.formula === view.solute);
  const navigate = useNavigate();
  const [wish, setWish] = useState({ id: '', form: '', amount: '', place: '', price: '' });
  const liquid = kinds.filter((k) => k.liquid);
  const form = wish.form || (liquid.find((k) => !k.trade)?.id ?? liquid[0]?.id ?? '');
  const write = useWrite(
    async (head, w: typeof wish) =>
      unwrap(
        await api.POST('/api/shelf', {
          body: {
            head,
            bottles: [
              {
                id: w.id,
                form: w.form,
                amount: w.amount,
                place: w.place,
                price: w.price || null,
                certificate: false,
                reading: { ...draft.request, then: null },
              },
            ],
          },
        }),
      ),
    () => void navigate(`/shelf/bottle/${wish.id.trim()}`),
  );
  const error = (f: string) => write.error?.of(`bottles[0].${f}`);
  const at = (f: string) => write.error?.at(`bottles[0].${f}`);
  return (
    <form
      className={styles.fields}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({ ...wish, form });
      }}
    >
      <div className={styles.pair}>
        <TextInput
          label="what stands on it"
          placeholder="N-3"
          value={wish.id}
          onChange={(e) => setWish({ ...wish, id: e.currentTarget.value })}
          error={error('id')}
        />
        <QuantityField
          label="how much is in it"
          placeholder="1 L"
          field="MassOrVolume"
          value={wish.amount}
          onChange={(amount) => setWish({ ...wish, amount })}
          error={at('amount')}
        />
      </div>
      <Select
        label="kind"
        data={liquid.map((k) => ({ value: k.id, label: k.name }))}
        value={form}
        onChange={(v) => v && setWish({ ...wish, form: v })}
        allowDeselect={false}
        error={error('form')}
      />
      <div className={styles.pair}>
        <TextInput
          label="where it stands"
          value={wish.place}
          onChange={(e) => setWish({ ...wish, place: e.currentTarget.value })}
        />
        <QuantityField
          label="what it cost, if known"
          placeholder={money.text(90)}
          field="Money"
          value={wish.price}
          onChange={(price) => setWish({ ...wish, price })}
          error={at('price')}
        />
      </div>
      <ProblemNote
        problem={write.error}
        shown={['id', 'amount', 'form', 'price'].map((f) => `bottles[0].${f}`)}
      />
      <button className="act" disabled={write.isPending}>
        Put it on the shelf
      </button>
    </form>
  );
}

function Test({ draft, bottles }: { draft: Draft; bottles: Schemas['ShelfBottleView'][] }) {
  const [id, setId] = useState<string | null>(null);
  const navigate = useNavigate();
  const write = useWrite(
    async (head, bottleId: string) =>
      unwrap(
        await api.POST('/api/shelf/{bottleId}/tests', {
          params: { path: { bottleId } },
          body: { head, readings: { ...draft.request, then: null } },
        }),
      ),
    (d) => void navigate(`/shelf/bottle/${d.bottle.id}`),
  );
  return (
    <form
      className={styles.fields}
      onSubmit={(e) => {
        e.preventDefault();
        if (id) write.mutate(id);
      }}
    >
      <Select
        label="bottle that was tested"
        placeholder={bottles.length > 0 ? 'choose one' : 'none of this liquid on the shelf'}
        data={bottles.map((b) => ({
          value: b.id,
          label: `${b.id}, ${b.name}, ${b.strength.value} % so far`,
        }))}
        value={id}
        onChange={setId}
      />
      <ProblemNote problem={write.error} />
      <button className="act" disabled={!id || write.isPending}>
        Keep the test
      </button>
    </form>
  );
}
