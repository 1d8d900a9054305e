import { MultiSelect, Select, TextInput } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../api/client';
import { useElements } from '../api/elements';
import { useMarks } from '../api/marks';
import { useMaterials } from '../api/lots';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { ContentTable } from './ContentTable';
import { fromKind, type Line, line, noMetal } from './contentLines';
import { LiquorState } from './LiquorState';
import styles from './lots.module.css';

interface Draft {
  liquor: boolean;
  code: string;
  title: string;
  material: string;
  amount: string;
  amountPlusMinus: string;
  thickness: string;
  content: Line[];
  balance: string;
  held: Held;
  freeAcid: string;
  marks: string[];
  pieces: string;
  tare: string;
  part: string;
  partShare: string;
  open?: string;
  state?: Schemas['LiquorStateRequest'] | null;
}

type Held = NonNullable<Schemas['ReceiveRequest']['liquor']> | '';

const held: { value: Held; label: string }[] = [
  { value: 'Nitrate', label: 'nitrate (nitric acid)' },
  { value: 'Chloride', label: 'chloride (aqua regia, HCl)' },
  { value: 'Sulphate', label: 'sulphate' },
  { value: 'Fixer', label: 'thiosulphate (spent fixer)' },
];

const fresh = (): Draft => ({
  liquor: false,
  code: '',
  title: '',
  material: '',
  amount: '',
  amountPlusMinus: '',
  thickness: '',
  content: [line('Au', 'Whole'), line('Cu', 'Rest')],
  balance: '',
  held: '',
  freeAcid: '',
  marks: [],
  pieces: '',
  tare: '',
  part: '',
  partShare: '',
  open: '',
});

/** A lot comes in: what it is, what it weighs, what may be in it. The draft stays on this machine until it is written. */
export function ReceiveForm() {
  const [draft, setDraft] = useLocalStorage<Draft>({
    key: 'spolium-receive',
    defaultValue: fresh(),
    getInitialValueInEffect: false,
  });
  const navigate = useNavigate();
  const materials = useMaterials();
  const write = useWrite(
    async (head, d: Draft, once) =>
      unwrap(
        await api.POST('/api/lots', {
          body: {
            head,
            lotId: once.id,
            code: d.code,
            title: d.title,
            material: d.material,
            amount: d.amount,
            amountPlusMinus: d.amountPlusMinus || null,
            thickness: d.liquor ? null : d.thickness || null,
            content: d.content
              .filter((l) => l.likely || l.low || l.high)
              .map((l) => (d.liquor ? { ...l, of: 'Whole' as const } : l)),
            balance: d.liquor ? null : d.balance || null,
            liquor: d.liquor ? d.held || null : null,
            freeAcid: d.liquor ? d.freeAcid || null : null,
            marks: d.marks ?? [],
            pieces: d.pieces ? Number(d.pieces) : null,
            tare: d.tare || null,
            part: d.part || null,
            partShare: d.partShare || null,
            open: d.liquor ? null : d.open || null,
            state: d.liquor && d.held === 'Chloride' ? (d.state ?? null) : null,
          },
        }),
      ),
    (lot) => {
      setDraft(fresh());
      void navigate(`/lots/${lot.id}`);
    },
  );
  const { metals } = useElements();
  const suspects = useMarks();
  const set = (change: Partial<Draft>) => setDraft({ ...draft, ...change });
  const written = draft.content.map((l, i) => ({ l, i })).filter(({ l }) => l.likely || l.low || l.high);
  const error = (field: string) => write.error?.of(field);
  const at = (field: string) => write.error?.at(field);
  // The server counts only the lines that say something.
  const lineError = (i: number, field: string) =>
    at(`content[${written.findIndex((w) => w.i === i)}].${field}`);
  const lineErrors = written.flatMap((_, i) =>
    ['element', 'low', 'likely', 'high'].map((f) => `content[${i}].${f}`),
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
        <Select
          label="It is"
          data={[
            { value: 'solid', label: 'solid scrap' },
            { value: 'liquor', label: 'a liquor' },
          ]}
          value={draft.liquor ? 'liquor' : 'solid'}
          onChange={(v) => set({ liquor: v === 'liquor' })}
          allowDeselect={false}
          w={140}
        />
        <QuantityField
          label={draft.liquor ? 'Volume' : 'Weight'}
          placeholder={draft.liquor ? '18 L' : '412.6 g · 13 oz t'}
          field={draft.liquor ? 'Volume' : 'Mass'}
          value={draft.amount}
          onChange={(amount) => set({ amount })}
          error={at('amount')}
          w={260}
        />
        <QuantityField
          label={draft.liquor ? '± of the measure' : '± of the balance'}
          unweighed
          placeholder={draft.liquor ? '100 mL' : '0.1 g'}
          field={draft.liquor ? 'Volume' : 'Mass'}
          value={draft.amountPlusMinus}
          onChange={(amountPlusMinus) => set({ amountPlusMinus })}
          error={at('amountPlusMinus')}
          w={160}
        />
        {!draft.liquor && (
          <>
            <QuantityField
              label="Less the vessel"
              placeholder="tare"
              field="Mass"
              value={draft.tare ?? ''}
              onChange={(tare) => set({ tare })}
              error={at('tare')}
              w={130}
            />
            <TextInput
              label="Pieces, if counted"
              inputMode="numeric"
              value={draft.pieces ?? ''}
              onChange={(e) => set({ pieces: e.currentTarget.value.replace(/\D/g, '') })}
              w={140}
            />
          </>
        )}
        {!draft.liquor && (
          <QuantityField
            label="Thickest piece, if measured"
            placeholder="0.8 mm"
            field="Length"
            value={draft.thickness}
            onChange={(thickness) => set({ thickness })}
            error={at('thickness')}
            w={220}
          />
        )}
        {draft.liquor && (
          <>
            <Select
              label="Its metals are held by"
              placeholder="not known"
              data={held}
              value={draft.held || null}
              onChange={(v) => set({ held: (v ?? '') as Held })}
              clearable
              w={230}
            />
            {draft.held !== 'Fixer' && (
              <QuantityField
                label="Free acid, mol/L"
                placeholder="0.5"
                field="Molarity"
                value={draft.freeAcid ?? ''}
                onChange={(freeAcid) => set({ freeAcid })}
                error={at('freeAcid')}
                w={150}
              />
            )}
            {draft.held === 'Chloride' && (
              <LiquorState
                state={draft.state}
                onChange={(state) => set({ state })}
                error={at('state.nitrate')}
              />
            )}
          </>
        )}
      </div>
      <h2 className={styles.gap}>What may be in it</h2>
      <Select
        label="As this kind usually has it"
        placeholder="choose a kind, or write what you know"
        data={(materials.data ?? [])
          .filter((m) => m.liquor === draft.liquor)
          .map((m) => ({ value: m.id, label: `${m.own ? 'yours: ' : ''}${m.name} (${m.basis})` }))}
        value={null}
        onChange={(v) => {
          const m = materials.data?.find((x) => x.id === v);
          if (!m) return;
          const content = fromKind(m, draft.held || null);
          set({
            material: draft.material || m.name,
            content: content.lines.map((l) => ({ ...l, of: l.of ?? ('Whole' as const) })),
            balance: content.balance ?? '',
            marks: m.marks,
            held: m.liquor ? 'Fixer' : draft.held,
            part: content.part ?? '',
            partShare: content.partShare ?? '',
            open: content.open ?? '',
          });
        }}
        searchable
        w={420}
      />
      <p className="soft">
        Low, likely, high: you would be surprised one time in twenty below the low, and one in twenty above
        the high. A clad metal is a share of the lot; the alloy under it, of the rest.
      </p>
      <ContentTable
        lines={draft.content}
        liquor={draft.liquor}
        part={draft.part}
        onChange={(content) => set({ content })}
        error={lineError}
      />
      {draft.part && draft.content.some((l) => l.of === 'Part') && (
        <TextInput
          label={`Share of the lot that is ${draft.part}`}
          placeholder="10-12-15 %"
          description="one number, or low–likely–high; the rest of the lot is carried as unknown, or is the balance"
          value={draft.partShare}
          onChange={(e) => set({ partShare: e.currentTarget.value })}
          error={error('partShare')}
          w={420}
        />
      )}
      <div className={styles.row}>
        <button
          type="button"
          className="lesser"
          onClick={() => set({ content: [...draft.content, line('Ag', 'Whole')] })}
        >
          Another element
        </button>
        {!draft.liquor && (
          <>
            <Select
              label="The balance is"
              data={[noMetal, ...metals]}
              placeholder="not known"
              clearable
              value={draft.balance || null}
              onChange={(v) => set({ balance: v ?? '' })}
              error={error('balance')}
              w={150}
            />
            <p className={`soft ${styles.balance}`}>
              What no line names: board, plastic, ceramic and cloth are no metal. Left empty, it is taken for
              metal of unknown kind, never for nothing.
            </p>
            <TextInput
              label="Lies open"
              placeholder="all of it"
              description="share of the metals that a liquid reaches unbroken; what lies inside a moulded part does not"
              value={draft.open ?? ''}
              onChange={(e) => set({ open: e.currentTarget.value })}
              error={error('open')}
              w={240}
            />
          </>
        )}
      </div>
      <MultiSelect
        label="It may also hold, or be"
        placeholder={(draft.marks ?? []).length === 0 ? 'nothing that anybody suspects' : ''}
        data={suspects}
        value={draft.marks ?? []}
        onChange={(marks) => set({ marks })}
        w={520}
      />
      <ProblemNote
        problem={write.error}
        shown={[
          'code',
          'title',
          'amount',
          'amountPlusMinus',
          'thickness',
          'balance',
          'freeAcid',
          'tare',
          'partShare',
          'open',
          'state.nitrate',
          ...lineErrors,
        ]}
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
