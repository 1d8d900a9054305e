import { Select, TextInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { api, type Schemas } from '../api/client';
import { newId } from '../api/newId';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import styles from './lots.module.css';

const held = [
  { value: 'Nitrate', label: 'nitrate' },
  { value: 'Chloride', label: 'chloride' },
  { value: 'Sulphate', label: 'sulphate' },
  { value: 'Fixer', label: 'fixer' },
];

/** What stands in the house becomes a lot: it can then be planned, judged and worked like one that was received. */
export function TakeOverForm() {
  const [search] = useSearchParams();
  const from = search.get('from') as Schemas['FeedFrom'];
  const sourceId = search.get('id') ?? '';
  const navigate = useNavigate();
  const [lotId] = useState(() => newId());
  const [code, setCode] = useState('');
  const [title, setTitle] = useState<string | null>(null);
  const [amount, setAmount] = useState('');
  const [liquor, setLiquor] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const source = useQuery({
    queryKey: ['source', from, sourceId],
    queryFn: async () =>
      unwrap(await api.GET('/api/lots/source', { params: { query: { from, id: sourceId } } })),
  });
  const write = useWrite(
    async (head, wish: Omit<Schemas['TakeOverRequest'], 'head'>) =>
      unwrap(await api.POST('/api/lots/take-over', { body: { head, ...wish } })),
    (lot) => void navigate(`/lots/${lot.id}`),
  );
  if (source.error) return <p role="alert">{source.error.message}</p>;
  if (!source.data) return null;
  const s = source.data;
  return (
    <form
      className={styles.form}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({
          lotId,
          code,
          title: title ?? s.name,
          from,
          sourceId,
          amount,
          liquor: liquor as Schemas['LiquorKind'] | null,
          reason: reason || null,
        });
      }}
    >
      <h1>{s.name.charAt(0).toUpperCase() + s.name.slice(1)} becomes a lot</h1>
      <p className="soft">
        {from === 'Bottle'
          ? 'What you measure out leaves the bottle.'
          : 'All that the book has in it goes over, as it was reckoned there.'}{' '}
        {s.weighed && `It was weighed ${s.weighed}. `}
        The lot can be planned, sorted, put together with others and worked.
      </p>
      <div className={styles.row}>
        <TextInput
          label="Code"
          placeholder="HL-21"
          value={code}
          onChange={(e) => setCode(e.currentTarget.value)}
          error={write.error?.of('code')}
          w={130}
        />
        <TextInput
          label="What it is"
          value={title ?? s.name}
          onChange={(e) => setTitle(e.currentTarget.value)}
          error={write.error?.of('title')}
          flex={1}
        />
      </div>
      <div className={styles.row}>
        <QuantityField
          label={s.wet ? 'Its volume' : 'What it weighs'}
          placeholder={s.wet ? '400 mL' : '12.4 g'}
          field={s.wet ? 'Volume' : 'Mass'}
          value={amount}
          onChange={setAmount}
          error={write.error?.at('amount')}
          onAgree={setAmount}
          w={300}
        />
        {s.asksLiquor && (
          <Select
            label="Its metals are held by"
            placeholder="choose one"
            data={held}
            value={liquor}
            onChange={setLiquor}
            error={write.error?.of('liquor')}
            w={200}
          />
        )}
      </div>
      {write.error?.of('amount') && (
        <TextInput
          label="Why it is so"
          value={reason}
          onChange={(e) => setReason(e.currentTarget.value)}
          w={420}
          mb={16}
        />
      )}
      <ProblemNote problem={write.error} shown={['code', 'title', 'amount', 'liquor']} />
      <button className="act" disabled={write.isPending}>
        Make it a lot
      </button>
    </form>
  );
}
