import { Select, TextInput } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import styles from './lots.module.css';

interface Line {
  element: string;
  low: string;
  likely: string;
  high: string;
  of: 'Whole' | 'Rest';
}

interface Draft {
  lotId: string;
  code: string;
  title: string;
  material: string;
  amount: string;
  amountPlusMinus: string;
  thickness: string;
  content: Line[];
  balance: string;
}

const metals = [
  'Au',
  'Ag',
  'Cu',
  'Zn',
  'Ni',
  'Sn',
  'Pb',
  'Fe',
  'Pd',
  'Pt',
  'Co',
  'Cd',
  'Bi',
  'Al',
  'In',
  'Ga',
];
const line = (element: string, of: Line['of']): Line => ({ element, low: '', likely: '', high: '', of });
const fresh = (): Draft => ({
  lotId: crypto.randomUUID(),
  code: '',
  title: '',
  material: '',
  amount: '',
  amountPlusMinus: '',
  thickness: '',
  content: [line('Au', 'Whole'), line('Cu', 'Rest')],
  balance: 'Zn',
});

/** A lot comes in: what it is, what it weighs, what may be in it. The draft stays on this machine until it is written. */
export function ReceiveForm() {
  const [draft, setDraft] = useLocalStorage<Draft>({
    key: 'spolium-receive',
    defaultValue: fresh(),
    getInitialValueInEffect: false,
  });
  const navigate = useNavigate();
  const write = useWrite(
    async (head, d: Draft) =>
      unwrap(
        await api.POST('/api/lots', {
          body: {
            head,
            ...d,
            content: d.content.filter((l) => l.likely || l.low || l.high),
            balance: d.balance || null,
          },
        }),
      ),
    (lot) => {
      setDraft(fresh());
      void navigate(`/lots/${lot.id}`);
    },
  );
  const set = (change: Partial<Draft>) => setDraft({ ...draft, ...change });
  const setLine = (i: number, change: Partial<Line>) =>
    set({ content: draft.content.map((l, k) => (k === i ? { ...l, ...change } : l)) });
  const written = draft.content.map((l, i) => ({ l, i })).filter(({ l }) => l.likely || l.low || l.high);
  const at = (i: number) => written.findIndex((w) => w.i === i);
  const error = (field: string) => write.error?.of(field);
  const lineErrors = draft.content.flatMap((_, i) =>
    ['element', 'low', 'likely', 'high'].map((f) => `content[${at(i)}].${f}`),
  );
  return (
    <form
      className={styles.form}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(draft);
      }}
    >
      <h1>Receive a lot</h1>
      <div className={styles.row}>
        <TextInput
          label="Code"
          placeholder="HL-3"
          value={draft.code}
          onChange={(e) => set({ code: e.currentTarget.value })}
          error={error('code')}
          w={130}
        />
        <TextInput
          label="What it is"
          placeholder="gold-clad contact rings"
          value={draft.title}
          onChange={(e) => set({ title: e.currentTarget.value })}
          error={error('title')}
          flex={1}
        />
        <TextInput
          label="Kind of metal"
          placeholder="clad brass"
          value={draft.material}
          onChange={(e) => set({ material: e.currentTarget.value })}
          w={190}
        />
      </div>
      <div className={styles.row}>
        <QuantityField
          label="Weight or volume"
          placeholder="412.6 g · 13 oz t · 2 L"
          field="MassOrVolume"
          value={draft.amount}
          onChange={(amount) => set({ amount })}
          error={error('amount')}
          w={260}
        />
        <QuantityField
          label="± of the balance"
          placeholder="0.1 g"
          field="MassOrVolume"
          value={draft.amountPlusMinus}
          onChange={(amountPlusMinus) => set({ amountPlusMinus })}
          error={error('amountPlusMinus')}
          w={160}
        />
        <QuantityField
          label="Thickest piece, if measured"
          placeholder="0.8 mm"
          field="Length"
          value={draft.thickness}
          onChange={(thickness) => set({ thickness })}
          error={error('thickness')}
          w={220}
        />
      </div>
      <h2 className={styles.gap}>What may be in it</h2>
      <p className="soft">
        Low, likely, high: you would be surprised one time in twenty below the low, and one in twenty above
        the high. A clad metal is a share of the lot; the alloy under it, of the rest.
      </p>
      <table className={styles.content}>
        <thead>
          <tr>
            <th>metal</th>
            <th>low</th>
            <th>likely</th>
            <th>high</th>
            <th>share of</th>
            <th>
              <span className="hidden">take out</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {draft.content.map((l, i) => (
            <tr key={i}>
              <td>
                <Select
                  aria-label={`metal ${i + 1}`}
                  data={metals}
                  value={l.element}
                  onChange={(v) => v && setLine(i, { element: v })}
                  allowDeselect={false}
                  w={84}
                  error={error(`content[${at(i)}].element`)}
                />
              </td>
              {(['low', 'likely', 'high'] as const).map((f) => (
                <td key={f}>
                  <QuantityField
                    aria-label={`${l.element} ${f}`}
                    placeholder={f === 'likely' ? '2.1 %' : ''}
                    field="Share"
                    value={l[f]}
                    onChange={(v) => setLine(i, { [f]: v })}
                    error={error(`content[${at(i)}].${f}`)}
                    w={130}
                  />
                </td>
              ))}
              <td>
                <Select
                  aria-label={`${l.element} is a share of`}
                  data={[
                    { value: 'Whole', label: 'the lot' },
                    { value: 'Rest', label: 'the rest' },
                  ]}
                  value={l.of}
                  onChange={(v) => v && setLine(i, { of: v as Line['of'] })}
                  allowDeselect={false}
                  w={110}
                />
              </td>
              <td>
                <button
                  type="button"
                  className="word"
                  onClick={() => set({ content: draft.content.filter((_, k) => k !== i) })}
                >
                  take out<span className="hidden"> {l.element}</span>
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className={styles.row}>
        <button
          type="button"
          className="lesser"
          onClick={() => set({ content: [...draft.content, line('Ag', 'Whole')] })}
        >
          Another metal
        </button>
        <Select
          label="The balance is"
          data={metals}
          placeholder="not known"
          clearable
          value={draft.balance || null}
          onChange={(v) => set({ balance: v ?? '' })}
          error={error('balance')}
          w={150}
        />
        <p className={`soft ${styles.balance}`}>
          What no line names. Left empty, it is carried as unknown, never as nothing.
        </p>
      </div>
      <ProblemNote
        problem={write.error}
        shown={['code', 'title', 'amount', 'amountPlusMinus', 'thickness', 'balance', ...lineErrors]}
      />
      <div className={styles.row}>
        <button type="submit" className="act" disabled={write.isPending}>
          Receive it
        </button>
        <button type="button" className="lesser" onClick={() => setDraft(fresh())}>
          Empty the form
        </button>
      </div>
    </form>
  );
}
