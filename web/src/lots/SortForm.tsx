import { Select, TextInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { newId } from '../api/newId';
import { api, type Schemas } from '../api/client';
import { useMaterials } from '../api/lots';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { fromKind } from './contentLines';
import styles from './lots.module.css';
import { Strip } from './WeighingStrip';

type Part = Schemas['PartRequest'];

const same = 'same';
const nothing = 'nothing';

/** A lot sorted by kind: each part weighed, what is no metal taken out, the strip above telling whether it adds up. */
export function SortForm({ lot, onDone }: { lot: Schemas['LotView']; onDone: () => void }) {
  const row = (n: number) => ({
    kind: same,
    part: {
      lotId: newId(),
      code: `${lot.code}${String.fromCharCode(96 + n)}`,
      title: '',
      amount: '',
      tare: null,
      pieces: null,
      material: null,
      content: null,
    } as Part,
  });
  const [rows, setRows] = useState(() => [row(1), row(2)]);
  const [removed, setRemoved] = useState<{ name: string; amount: string }[]>([]);
  const [reason, setReason] = useState('');
  const materials = useMaterials();
  const parts = rows.map((r) => r.part);
  const body = { parts, removed: removed.filter((r) => r.name || r.amount) };
  const [asked] = useDebouncedValue(JSON.stringify(body), 150);
  const strip = useQuery({
    queryKey: ['strip', lot.id, asked],
    placeholderData: keepPreviousData,
    queryFn: async () =>
      unwrap(
        await api.POST('/api/lots/{lotId}/split/preview', {
          params: { path: { lotId: lot.id } },
          body: JSON.parse(asked) as typeof body,
        }),
      ),
  });
  const write = useWrite(
    async (head, wish: typeof body & { reason: string | null }) =>
      unwrap(
        await api.POST('/api/lots/{lotId}/split', {
          params: { path: { lotId: lot.id } },
          body: { head, ...wish },
        }),
      ),
    onDone,
    lot.version,
  );
  const set = (i: number, change: Partial<Part>, kind?: string) =>
    setRows(rows.map((r, k) => (k === i ? { kind: kind ?? r.kind, part: { ...r.part, ...change } } : r)));
  const field = lot.isLiquor ? 'Volume' : 'Mass';
  const kinds = (materials.data ?? []).filter((m) => m.liquor === lot.isLiquor);
  const choose = (i: number, id: string) => {
    const kind = kinds.find((m) => m.id === id);
    const change = {
      material: kind ? kind.name : null,
      content:
        id === nothing
          ? {
              lines: [],
              balance: null,
              liquor: lot.liquor,
              freeAcid: null,
              marks: [],
              part: null,
              partShare: null,
              open: null,
              state: null,
            }
          : kind
            ? fromKind(kind, lot.liquor)
            : null,
    };
    set(i, change, id);
  };
  return (
    <form
      className={styles.sort}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({ ...body, reason: reason || null });
      }}
    >
      <h2 className={styles.gap}>
        Sort {lot.left} into parts <span className={styles.hint}>the strip shows whether they add up</span>
      </h2>
      {strip.data && (
        <Strip
          pieces={[
            ...strip.data.parts
              .filter((p) => p.value > 0)
              .map((p) => ({
                key: p.id,
                name: `${p.code} ${p.title}`,
                amount: p.amount,
                value: p.value,
                kind: styles.part,
              })),
            ...strip.data.removed
              .filter((r) => r.value > 0)
              .map((r) => ({
                key: r.name,
                name: r.name,
                amount: r.amount,
                value: r.value,
                kind: styles.removed,
              })),
          ]}
          missing={strip.data.missing}
          missingText={strip.data.missingText}
        />
      )}
      {parts.map((p, i) => (
        <fieldset key={p.lotId} className={styles.partRow}>
          <legend className="hidden">part {i + 1}</legend>
          <TextInput
            label="Code"
            value={p.code}
            onChange={(e) => set(i, { code: e.currentTarget.value })}
            error={write.error?.of(`parts[${i}].code`)}
            w={92}
          />
          <TextInput
            label="What it is"
            placeholder={field === 'Mass' ? 'leaves with tips' : 'the first canister'}
            value={p.title}
            onChange={(e) => set(i, { title: e.currentTarget.value })}
            w={180}
          />
          <QuantityField
            label={field === 'Mass' ? 'Weight' : 'Volume'}
            placeholder={field === 'Mass' ? '912.2 g · 12 x 0.35 g' : '10 L'}
            field={field}
            value={p.amount}
            onChange={(amount) => set(i, { amount })}
            error={write.error?.at(`parts[${i}].amount`)}
            w={190}
          />
          {field === 'Mass' && (
            <>
              <QuantityField
                label="Less the vessel"
                placeholder="tare"
                field="Mass"
                value={p.tare ?? ''}
                onChange={(tare) => set(i, { tare: tare || null })}
                error={write.error?.at(`parts[${i}].tare`)}
                w={130}
              />
              <TextInput
                label="Pieces"
                inputMode="numeric"
                value={p.pieces?.toString() ?? ''}
                onChange={(e) => set(i, { pieces: Number(e.currentTarget.value.replace(/\D/g, '')) || null })}
                w={80}
              />
            </>
          )}
          <Select
            label="It holds"
            data={[
              { value: same, label: 'what the lot holds' },
              { value: nothing, label: 'not known' },
              ...kinds.map((m) => ({ value: m.id, label: `as ${m.name}` })),
            ]}
            value={rows[i]?.kind ?? same}
            onChange={(v) => v && choose(i, v)}
            allowDeselect={false}
            searchable
            error={write.error?.fields.find((f) => f.field.startsWith(`parts[${i}].content`))?.reason}
            w={220}
          />
          {p.content?.part && (
            <TextInput
              label={`Share that is ${p.content.part}`}
              placeholder="10-12-15 %"
              value={p.content.partShare ?? ''}
              onChange={(e) =>
                p.content && set(i, { content: { ...p.content, partShare: e.currentTarget.value } })
              }
              error={write.error?.of(`parts[${i}].partShare`)}
              w={140}
            />
          )}
          {parts.length > 1 && (
            <button type="button" className="word" onClick={() => setRows(rows.filter((_, k) => k !== i))}>
              take out<span className="hidden"> part {i + 1}</span>
            </button>
          )}
        </fieldset>
      ))}
      {removed.map((r, i) => (
        <fieldset key={i} className={styles.partRow}>
          <legend className="hidden">taken out {i + 1}</legend>
          <TextInput
            label="Taken out, goes on nowhere"
            placeholder="plastic"
            value={r.name}
            onChange={(e) =>
              setRemoved(removed.map((x, k) => (k === i ? { ...x, name: e.currentTarget.value } : x)))
            }
            w={286}
          />
          <QuantityField
            label={field === 'Mass' ? 'Weight' : 'Volume'}
            field={field}
            value={r.amount}
            onChange={(amount) => setRemoved(removed.map((x, k) => (k === i ? { ...x, amount } : x)))}
            error={write.error?.at(`removed[${i}].amount`)}
            w={190}
          />
        </fieldset>
      ))}
      {write.error?.of('parts') && (
        <TextInput
          label="Why it is so"
          value={reason}
          onChange={(e) => setReason(e.currentTarget.value)}
          w={420}
        />
      )}
      <ProblemNote problem={write.error} />
      <div className={styles.row}>
        <button className="act" disabled={write.isPending}>
          Write the parts down
        </button>
        <button type="button" className="lesser" onClick={() => setRows([...rows, row(rows.length + 1)])}>
          One part more
        </button>
        <button
          type="button"
          className="lesser"
          onClick={() =>
            setRemoved([...removed, { name: removed.length === 0 ? 'plastic' : '', amount: '' }])
          }
        >
          Something was taken out
        </button>
        <button type="button" className="word" onClick={onDone}>
          leave it whole
        </button>
      </div>
    </form>
  );
}
