import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { newId } from '../api/newId';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import styles from './lots.module.css';

/** Lots put together into one. The book keeps what each of them brought. */
export function PoolForm({ lots }: { lots: Schemas['LotListItem'][] }) {
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const [lotId] = useState(() => newId());
  const [code, setCode] = useState('');
  const [title, setTitle] = useState('');
  const [taken, setTaken] = useState<Record<string, string>>(() => {
    const first = search.get('with');
    return first ? { [first]: '' } : {};
  });
  const write = useWrite(
    async (
      head,
      wish: {
        lotId: string;
        code: string;
        title: string;
        feeds: { lotId: string; amount: string }[];
      },
    ) => unwrap(await api.POST('/api/lots/pool', { body: { head, ...wish } })),
    (lot) => void navigate(`/lots/${lot.id}`),
  );
  const all = (l: Schemas['LotListItem']) => `${Number(l.leftValue.toFixed(3))} ${l.liquor ? 'mL' : 'g'}`;
  const chosen = lots.filter((l) => l.id in taken);
  return (
    <form
      className={styles.form}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({
          lotId,
          code,
          title: title || chosen.map((l) => l.title).join(' and '),
          feeds: chosen.map((l) => ({ lotId: l.id, amount: taken[l.id] || all(l) })),
        });
      }}
    >
      <h1>Put lots together</h1>
      <p className="soft">
        They become one lot that is worked in one go. What each brought stays apart in the book, and so does
        what is believed of it.
      </p>
      <ul className={styles.poolList}>
        {lots.map((l) => (
          <li key={l.id}>
            <label>
              <input
                type="checkbox"
                checked={l.id in taken}
                onChange={(e) => {
                  const rest = Object.fromEntries(Object.entries(taken).filter(([id]) => id !== l.id));
                  setTaken(e.currentTarget.checked ? { ...taken, [l.id]: '' } : rest);
                }}
              />{' '}
              <strong>{l.code}</strong> {l.title}, {l.left} there
            </label>
            {l.id in taken && (
              <QuantityField
                aria-label={`taken of ${l.code}`}
                placeholder={`all: ${all(l)}`}
                field="MassOrVolume"
                value={taken[l.id] ?? ''}
                onChange={(v) => setTaken({ ...taken, [l.id]: v })}
                error={write.error?.at(`feeds[${chosen.findIndex((c) => c.id === l.id)}].amount`)}
                w={200}
              />
            )}
          </li>
        ))}
      </ul>
      <div className={styles.row}>
        <TextInput
          label="Code"
          placeholder="HL-11"
          value={code}
          onChange={(e) => setCode(e.currentTarget.value)}
          error={write.error?.of('code')}
          w={130}
        />
        <TextInput
          label="What it is"
          placeholder={chosen.map((l) => l.title).join(' and ')}
          value={title}
          onChange={(e) => setTitle(e.currentTarget.value)}
          flex={1}
        />
      </div>
      <ProblemNote problem={write.error} shown={['code']} />
      <button className="act" disabled={write.isPending || chosen.length < 2}>
        Put {chosen.length > 1 ? `${chosen.length} lots` : 'them'} together
      </button>
    </form>
  );
}
