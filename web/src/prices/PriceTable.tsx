import { Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { newId } from '../api/newId';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './prices.module.css';

type Row = Schemas['PriceRowView'];
type Currency = Schemas['Currency'];

interface Props {
  rows: Row[];
  /** Name of the list as it is offered; empty asks for one. */
  title: string;
  /** Days by itself beyond which the shop wants no way. */
  longestDays: number;
  currency: Currency;
  /** It differs from what is kept, as it stands. */
  changed: boolean;
  onKept: () => void;
}

const groups = [
  { kind: 'Metal', title: 'Metal, a gram' },
  { kind: 'Reagent', title: 'Reagents, a kilogram as if pure: where the bottle has no price of its own' },
  { kind: 'Work', title: 'Work' },
] as const;

const shares = [
  { key: 'paid', head: 'paid for a bar', of: 'share paid' },
  { key: 'charge', head: 'buyer keeps, a gram', of: 'charge' },
  { key: 'asItIs', head: 'paid as scrap', of: 'share as scrap' },
  { key: 'held', head: 'counts in a holding', of: 'share in a holding' },
  { key: 'steps', head: 'by fineness, ‰ and share', of: 'steps by fineness' },
] as const;

/** All prices, each to be typed over; kept as a new list with a name. */
export function PriceTable({ rows, title, longestDays, currency, changed, onKept }: Props) {
  const [money, setMoney] = useState(currency);
  const [days, setDays] = useState(String(longestDays));
  const [list, setList] = useState(rows);
  const [name, setName] = useState(title);
  const [id] = useState(() => newId());
  const write = useWrite(
    async (head, wish: { id: string; title: string; days: number; currency: Currency; rows: Row[] }) =>
      unwrap(
        await api.POST('/api/prices', {
          body: {
            head,
            id: wish.id,
            title: wish.title,
            longestDays: wish.days,
            currency: wish.currency,
            rows: wish.rows.map((r) => ({
              kind: r.kind,
              item: r.item,
              price: r.price,
              paid: r.paid || null,
              charge: r.charge || null,
              asItIs: r.asItIs || null,
              held: r.held || null,
              steps: r.steps || null,
            })),
          },
        }),
      ),
    onKept,
  );
  const set = (row: Row, change: Partial<Row>) =>
    setList(list.map((r) => (r === row ? { ...r, ...change } : r)));
  const error = (row: Row, field: string) => write.error?.of(`rows[${list.indexOf(row)}].${field}`);
  const renamed = JSON.stringify(money) !== JSON.stringify(currency);
  const touched =
    changed || renamed || days !== String(longestDays) || JSON.stringify(list) !== JSON.stringify(rows);
  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({ id, title: name, days: Number(days) || 0, currency: money, rows: list });
      }}
    >
      {groups.map((g) => (
        <table key={g.kind} className={styles.table}>
          <caption>{g.title}</caption>
          <thead>
            <tr>
              <th>what</th>
              <th>price</th>
              {g.kind === 'Metal' && shares.map((s) => <th key={s.key}>{s.head}</th>)}
              <th>
                <span className="hidden">take out</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {list
              .filter((r) => r.kind === g.kind)
              .map((r) => (
                <tr key={r.item}>
                  <th scope="row">
                    {r.name} <span className="soft">{r.kind === 'Work' ? `a ${r.per}` : r.item}</span>
                  </th>
                  <td>
                    <TextInput
                      aria-label={`price of ${r.name}`}
                      value={r.price}
                      onChange={(e) => set(r, { price: e.currentTarget.value })}
                      error={error(r, 'price') ?? error(r, 'item')}
                      w={120}
                    />
                  </td>
                  {g.kind === 'Metal' &&
                    shares.map((s) => (
                      <td key={s.key}>
                        <TextInput
                          aria-label={`${s.of} of ${r.name}`}
                          value={r[s.key]}
                          onChange={(e) => set(r, { [s.key]: e.currentTarget.value })}
                          error={error(r, s.key)}
                          placeholder={s.key === 'steps' ? 'as usual' : undefined}
                          w={s.key === 'steps' ? 190 : 104}
                        />
                      </td>
                    ))}
                  <td>
                    {r.kind !== 'Work' && (
                      <button
                        type="button"
                        className="word"
                        onClick={() => setList(list.filter((x) => x !== r))}
                      >
                        take out<span className="hidden"> {r.name}</span>
                      </button>
                    )}
                  </td>
                </tr>
              ))}
          </tbody>
        </table>
      ))}
      <More list={list} onMore={(r) => setList([...list, r])} />
      <TextInput
        label="A way may stand by itself for so many days"
        inputMode="numeric"
        value={days}
        onChange={(e) => setDays(e.currentTarget.value)}
        error={write.error?.of('longestDays')}
        w={360}
        my={12}
      />
      <div className={styles.keep}>
        <TextInput
          label="Its money is called"
          value={money.sign}
          onChange={(e) => setMoney({ ...money, sign: e.currentTarget.value })}
          error={write.error?.of('currency.sign')}
          w={150}
        />
        <Select
          label="The name stands"
          data={[
            { value: 'after', label: 'after the amount' },
            { value: 'before', label: 'before the amount' },
          ]}
          allowDeselect={false}
          value={money.before ? 'before' : 'after'}
          onChange={(side) => setMoney({ ...money, before: side === 'before' })}
          w={190}
        />
        <TextInput
          label="Decimals at most"
          inputMode="numeric"
          value={String(money.decimals)}
          onChange={(e) => setMoney({ ...money, decimals: Number(e.currentTarget.value) || 0 })}
          error={write.error?.of('currency.decimals')}
          w={140}
        />
      </div>
      {renamed && (
        <p className="soft">Nothing is converted: all figures of the shop, old ones too, are told in it.</p>
      )}
      <div className={styles.keep}>
        <TextInput
          label="Name of the list"
          placeholder="what the buyer said in November"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
          error={write.error?.of('title')}
          w={360}
        />
        <button className="act" disabled={!touched || write.isPending}>
          Keep it as a new list
        </button>
      </div>
      <ProblemNote
        problem={write.error}
        shown={[
          'title',
          'longestDays',
          'currency.sign',
          'currency.decimals',
          ...list.flatMap((_, i) =>
            ['price', 'item', 'paid', 'charge', 'asItIs', 'held', 'steps'].map((f) => `rows[${i}].${f}`),
          ),
        ]}
      />
    </form>
  );
}

const others: Record<string, string> = {
  Rh: 'rhodium',
  Ir: 'iridium',
  Co: 'cobalt',
  Pb: 'lead',
  Fe: 'iron',
  Au: 'gold',
  Ag: 'silver',
  Pt: 'platinum',
  Pd: 'palladium',
  Cu: 'copper',
  Ni: 'nickel',
  Sn: 'tin',
  Zn: 'zinc',
};

const works: Record<string, { name: string; per: string }> = {
  gas: { name: 'gas of the furnace, if it burns any', per: 'h' },
  filters: { name: 'filters', per: 'filter' },
  gloves: { name: 'gloves', per: 'batch' },
  equipment: { name: 'equipment, spread over its batches', per: 'batch' },
};

/** A metal more, or work that the list lacks. Reagents come with it. */
function More({ list, onMore }: { list: Row[]; onMore: (row: Row) => void }) {
  return (
    <Select
      aria-label="another metal, or another cost"
      placeholder="another metal, or another cost"
      data={[
        ...Object.entries(others)
          .filter(([symbol]) => !list.some((r) => r.kind === 'Metal' && r.item === symbol))
          .map(([value, label]) => ({ value, label })),
        ...Object.entries(works)
          .filter(([item]) => !list.some((r) => r.kind === 'Work' && r.item === item))
          .map(([value, { name }]) => ({ value, label: name })),
      ]}
      value={null}
      onChange={(item) =>
        item &&
        onMore({
          kind: works[item] ? 'Work' : 'Metal',
          item,
          name: works[item]?.name ?? others[item] ?? item,
          per: works[item]?.per ?? 'g',
          price: '',
          paid: '',
          charge: '',
          asItIs: '',
          held: '',
          steps: '',
        })
      }
      w={300}
    />
  );
}
