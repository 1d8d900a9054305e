import { Checkbox, Select, TextInput } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import { useMoney } from '../api/money';
import { unwrap } from '../api/problem';
import { useBatches } from '../api/batches';
import { useForms } from '../api/shelf';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import styles from './shelf.module.css';

const fresh = {
  id: '',
  form: '',
  amount: '',
  strength: '',
  density: '',
  price: '',
  place: '',
  useBy: '',
  certificate: false,
  batchId: '',
};

/** A bottle comes to the shelf: bought, or made by a batch. The draft stays on this machine until it is written. */
export function ReceiveBottle() {
  const money = useMoney();
  const forms = useForms();
  const batches = useBatches();
  const navigate = useNavigate();
  const [wish, setWish] = useLocalStorage({
    key: 'spolium-bottle',
    defaultValue: fresh,
    getInitialValueInEffect: false,
  });
  const set = (change: Partial<typeof wish>) => setWish({ ...wish, ...change });
  const form = forms.data?.find((f) => f.id === wish.form);
  const write = useWrite<typeof wish, unknown>(
    async (head, w) => {
      const bottle = {
        id: w.id,
        form: w.form,
        amount: w.amount,
        strength: w.strength || null,
        density: w.density || null,
        price: w.price || null,
        place: w.place,
        useBy: w.useBy || null,
        certificate: w.certificate,
      };
      return w.batchId
        ? unwrap(await api.POST('/api/shelf/from-batch', { body: { head, bottle, batchId: w.batchId } }))
        : unwrap(await api.POST('/api/shelf', { body: { head, bottles: [bottle] } }));
    },
    () => {
      setWish(fresh);
      void navigate(`/shelf/bottle/${wish.id.trim()}`);
    },
  );
  const error = (f: string) => write.error?.of(`bottles[0].${f}`) ?? write.error?.of(f);
  const at = (f: string) => write.error?.at(`bottles[0].${f}`) ?? write.error?.at(f);
  const families = [...new Set((forms.data ?? []).map((f) => f.family))];
  return (
    <form
      className={styles.form}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(wish);
      }}
    >
      <TextInput
        label="what stands on it"
        placeholder="N-3"
        value={wish.id}
        onChange={(e) => set({ id: e.currentTarget.value })}
        error={error('id')}
        w={120}
      />
      <Select
        label="kind"
        placeholder="choose one"
        data={families.map((g) => ({
          group: g,
          items: (forms.data ?? [])
            .filter((f) => f.family === g)
            .map((f) => ({ value: f.id, label: `${f.name}${f.usual === '100 %' ? '' : `, ${f.usual}`}` })),
        }))}
        value={wish.form || null}
        onChange={(v) => set({ form: v ?? '' })}
        searchable
        error={error('form')}
        w={320}
      />
      <QuantityField
        label="how much is in it"
        placeholder={form?.liquid === false ? '500 g' : '2.5 L'}
        field="MassOrVolume"
        value={wish.amount}
        onChange={(amount) => set({ amount })}
        error={at('amount')}
        w={170}
      />
      <QuantityField
        label="strength on its label"
        placeholder={form ? `${form.usual}, not known` : '68 %'}
        field="Share"
        value={wish.strength}
        onChange={(strength) => set({ strength })}
        error={at('strength')}
        w={190}
      />
      {form?.liquid && (
        <QuantityField
          label="density, if it is told"
          placeholder="by the table"
          field="Density"
          value={wish.density}
          onChange={(density) => set({ density })}
          error={at('density')}
          w={170}
        />
      )}
      <QuantityField
        label="what it cost"
        placeholder={money.text(90)}
        field="Money"
        value={wish.price}
        onChange={(price) => set({ price })}
        error={at('price')}
        w={130}
      />
      <TextInput
        label="where it stands"
        placeholder="acid cupboard"
        value={wish.place}
        onChange={(e) => set({ place: e.currentTarget.value })}
        w={170}
      />
      <TextInput
        label="use by, if it is told"
        placeholder="2027-03-01"
        value={wish.useBy}
        onChange={(e) => set({ useBy: e.currentTarget.value })}
        error={error('useBy')}
        w={150}
      />
      <Select
        label="made by a batch?"
        placeholder="no, bought"
        data={(batches.data ?? []).map((b) => ({ value: b.id, label: b.code }))}
        value={wish.batchId || null}
        onChange={(v) => set({ batchId: v ?? '' })}
        clearable
        error={error('batchId')}
        w={150}
      />
      {form?.trade && (
        <div className={styles.wide}>
          <Checkbox
            label="it came with a certificate of what it is"
            checked={wish.certificate}
            onChange={(e) => set({ certificate: e.currentTarget.checked })}
          />
          <p className="caution">
            {form.additives && `May hold ${form.additives}. `}
            {!wish.certificate && `Before its first use: ${form.test}.`} {form.care}
          </p>
        </div>
      )}
      <div className={styles.wide}>
        <ProblemNote
          problem={write.error}
          shown={['id', 'form', 'amount', 'strength', 'density', 'price', 'useBy', 'batchId'].flatMap((f) => [
            f,
            `bottles[0].${f}`,
          ])}
        />
        <button className="act" disabled={write.isPending}>
          Put it on the shelf
        </button>{' '}
        <button
          type="button"
          className="lesser"
          onClick={() => {
            setWish(fresh);
            void navigate('/shelf');
          }}
        >
          Leave it
        </button>
      </div>
    </form>
  );
}
