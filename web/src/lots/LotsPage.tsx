import { TextInput } from '@mantine/core';
import { useDebouncedValue, useHotkeys } from '@mantine/hooks';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { Schemas } from '../api/client';
import { useLotsWith } from '../api/lots';
import { LotDetail } from './LotDetail';
import { LotsViews } from './LotsViews';
import styles from './lots.module.css';
import { PoolForm } from './PoolForm';
import { ReceiveForm } from './ReceiveForm';
import { TakeOverForm } from './TakeOverForm';

/** Receive, sort, and see what waits for what. */
export function LotsPage() {
  const { lotId } = useParams();
  const [typed, setTyped] = useState('');
  const [word] = useDebouncedValue(typed, 200);
  const lots = useLotsWith(word.trim());
  const navigate = useNavigate();
  useHotkeys([['n', () => void navigate('/lots/receive')]]);
  const all = lots.data?.pages.flat() ?? [];
  const list = all.filter((l, i) => all.findIndex((x) => x.id === l.id) === i);
  const chosen = lotId ?? (list.find((l) => l.leftValue > 0) ?? list[0])?.id;
  const rows = useRef<HTMLUListElement>(null);
  useEffect(() => {
    rows.current?.querySelector('[aria-current=true]')?.scrollIntoView({ block: 'nearest' });
  }, [chosen, lots.isSuccess]);
  return (
    <>
      <LotsViews />
      <div className={styles.page}>
        <section className={styles.list} aria-label="lots">
          <Link to="/lots/receive" className={`act ${styles.receive}`}>
            Receive a lot
          </Link>
          {list.filter((l) => l.leftValue > 0).length > 1 && (
            <p className={styles.poolLink}>
              <Link to="/lots/pool">Put lots together</Link>
            </p>
          )}
          {(list.length > 20 || typed) && (
            <TextInput
              label="Look for"
              placeholder="code, title or kind"
              value={typed}
              onChange={(e) => setTyped(e.currentTarget.value)}
            />
          )}
          <ul ref={rows}>
            {inFamilies(list).map(({ lot: l, part }) => (
              <li key={l.id} className={part ? styles.partOf : undefined}>
                <Link
                  to={`/lots/${l.id}`}
                  onClick={() => scrollTo({ top: 0 })}
                  className={l.id === chosen ? styles.chosen : undefined}
                  aria-current={l.id === chosen}
                >
                  <strong>{l.code}</strong>
                  <span className="figures">{l.amount}</span>
                  <span className={styles.title}>{l.title}</span>
                  <span className={l.waitsFor ? styles.waits : styles.left}>{stands(l)}</span>
                </Link>
              </li>
            ))}
          </ul>
          {lots.hasNextPage && (
            <button className="word" onClick={() => void lots.fetchNextPage()}>
              older lots
            </button>
          )}
          {lots.data && list.length === 0 && (
            <p className="soft">
              {typed
                ? 'No lot has that in its code, title or kind.'
                : 'No lot yet. Weigh one, write down what may be in it, and it can be planned.'}
            </p>
          )}
        </section>
        <section className={styles.detail}>
          {lotId === 'pool' ? (
            <PoolForm lots={list.filter((l) => l.leftValue > 0)} />
          ) : lotId === 'take-over' ? (
            <TakeOverForm key={location.search} />
          ) : lotId === 'receive' || (lots.data && !typed && !chosen) ? (
            <ReceiveForm />
          ) : (
            chosen && <LotDetail key={chosen} lotId={chosen} />
          )}
        </section>
      </div>
    </>
  );
}

const stands = (l: Schemas['LotListItem']) =>
  l.waitsFor
    ? `waits for ${l.waitsFor}`
    : l.sorted
      ? 'sorted into parts'
      : l.leftValue <= 0
        ? 'none left'
        : l.leftValue < l.amountValue
          ? `${l.left} left`
          : 'untouched';

// Parts stand under the lot that they come from, where it is in the list.
function inFamilies(list: Schemas['LotListItem'][]) {
  const there = new Set(list.map((l) => l.id));
  const parentOf = (l: Schemas['LotListItem']) => (l.partOf && there.has(l.partOf) ? l.partOf : null);
  const under = (parent: string | null): { lot: Schemas['LotListItem']; part: boolean }[] =>
    list
      .filter((l) => parentOf(l) === parent)
      .flatMap((lot) => [{ lot, part: parent !== null }, ...under(lot.id)]);
  return under(null);
}
