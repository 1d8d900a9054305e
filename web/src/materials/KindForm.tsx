import { MultiSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { newId } from '../api/newId';
import { useMarks } from '../api/marks';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './kinds.module.css';

interface Props {
  /** Null for one that is quite new. */
  kind: Schemas['ScrapView'] | null;
  copy?: boolean;
}

/** A kind of the shop's own: its ranges, their basis, what else it may hold. */
export function KindForm({ kind, copy }: Props) {
  const navigate = useNavigate();
  const unit = kind?.liquor ? 'g/L' : '%';
  const [id] = useState(() => (kind && !copy ? kind.id : newId()));
  const [name, setName] = useState(kind ? (copy ? `${kind.name}, ours` : kind.name) : '');
  const [basis, setBasis] = useState(kind?.basis ?? 'whole');
  const [marks, setMarks] = useState(kind?.marks ?? []);
  const suspects = useMarks();
  const [why, setWhy] = useState('');
  const [lines, setLines] = useState(
    kind?.lines.map((l) => ({ element: l.element, range: `${l.low}-${l.likely}-${l.high} ${unit}` })) ?? [
      { element: 'Ag', range: '' },
    ],
  );
  const keep = useWrite(
    async (
      head,
      wish: { name: string; basis: string; marks: string[]; lines: { element: string; range: string }[] },
    ) =>
      unwrap(
        await api.POST('/api/materials', {
          body: { head, id, ...wish, copyOf: copy && kind ? kind.id : (kind?.copyOf ?? null) },
        }),
      ),
    () => void navigate(`/lots/kinds/${id}`),
  );
  const drop = useWrite(
    async (head, reason: string) =>
      unwrap(
        await api.POST('/api/materials/{materialId}/drop', {
          params: { path: { materialId: id } },
          body: { head, why: reason },
        }),
      ),
    () => void navigate('/lots/kinds'),
  );
  const set = (i: number, change: Partial<(typeof lines)[number]>) =>
    setLines(lines.map((l, k) => (k === i ? { ...l, ...change } : l)));
  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate({ name, basis, marks, lines: lines.filter((l) => l.element || l.range) });
      }}
    >
      <h1>{kind ? (copy ? 'A copy of yours' : kind.name) : 'A kind of your own'}</h1>
      <div className={styles.row}>
        <TextInput
          label="Name"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
          error={keep.error?.of('name')}
          w={340}
        />
        <TextInput
          label="The ranges are a share of"
          description="whole, tip, ceramic only, active mass; g/L of a liquor"
          value={basis}
          onChange={(e) => setBasis(e.currentTarget.value)}
          error={keep.error?.of('basis')}
          w={300}
        />
      </div>
      {lines.map((l, i) => (
        <div key={i} className={styles.row}>
          <TextInput
            aria-label={`metal ${i + 1}`}
            value={l.element}
            onChange={(e) => set(i, { element: e.currentTarget.value })}
            error={keep.error?.of(`lines[${i}].element`)}
            w={90}
          />
          <TextInput
            aria-label={`range of ${l.element || `metal ${i + 1}`}`}
            placeholder="8-11-14 %"
            value={l.range}
            onChange={(e) => set(i, { range: e.currentTarget.value })}
            error={keep.error?.of(`lines[${i}].range`)}
            w={240}
          />
          <button type="button" className="word" onClick={() => setLines(lines.filter((_, k) => k !== i))}>
            take out<span className="hidden"> {l.element}</span>
          </button>
        </div>
      ))}
      <div className={styles.row}>
        <button
          type="button"
          className="lesser"
          onClick={() => setLines([...lines, { element: '', range: '' }])}
        >
          Another metal
        </button>
      </div>
      <MultiSelect
        label="It may also hold, or be"
        data={suspects}
        value={marks}
        onChange={setMarks}
        w={520}
      />
      <ProblemNote
        problem={keep.error}
        shown={['name', 'basis', ...lines.flatMap((_, i) => [`lines[${i}].element`, `lines[${i}].range`])]}
      />
      <div className={styles.row}>
        <button className="act" disabled={keep.isPending}>
          Keep it
        </button>
      </div>
      {kind && !copy && (
        <details>
          <summary>Drop it</summary>
          <div className={styles.row}>
            <TextInput label="Why" value={why} onChange={(e) => setWhy(e.currentTarget.value)} w={300} />
            <button
              type="button"
              className="lesser"
              disabled={drop.isPending || !why.trim()}
              onClick={() => drop.mutate(why)}
            >
              Drop this kind
            </button>
          </div>
          <ProblemNote problem={drop.error} />
        </details>
      )}
    </form>
  );
}
