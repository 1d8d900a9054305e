import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { Fig } from '../metal/Fig';
import { ProblemNote } from '../metal/ProblemNote';
import { day } from '../metal/day';
import styles from './books.module.css';

type Figure = Schemas['PracticeFigureView'];
type Sight = Schemas['PracticeSight'];

/** What closed batches say of the figures that plans go by: the book’s, the shop’s own, and every batch behind them. */
export function Practice() {
  const [search, setSearch] = useSearchParams();
  const open = search.get('prior');
  const { data, error } = useQuery({
    queryKey: ['books', 'practice'],
    queryFn: async () => unwrap(await api.GET('/api/books/practice')),
  });
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  const set = (prior: string) => {
    const next = new URLSearchParams(search);
    if (open === prior) next.delete('prior');
    else next.set('prior', prior);
    setSearch(next, { replace: true });
  };
  return (
    <>
      <p className="soft">
        A book value counts as {data.weight} batches; every closed batch whose readings agree moves it. Plans
        made from now on go by it; a batch goes by what was known when it began. Where enough batches of a
        kind of scrap showed a figure, plans of that kind go by them alone.
      </p>
      <ul className={styles.practice}>
        {data.figures.map((f) => (
          <li key={f.prior}>
            <div className={styles.practiceLine}>
              <div>
                <h2>{f.label}</h2>
                {f.in && <div className={styles.title}>{f.in}</div>}
                <span className="soft">
                  book value <Fig f={f.book} /> {f.guess && '· a guess of Spolium’s'}
                </span>
              </div>
              <div>
                {f.own ? <Fig f={f.own} /> : <span className="soft">no batch has shown it yet</span>}
                {f.kinds.map((k) => (
                  <div key={k.kind} className="soft">
                    {k.kind}, {k.batches} batches: <Fig f={k.own} />
                  </div>
                ))}
                {f.shown.length > 0 && (
                  <button className="word" aria-expanded={open === f.prior} onClick={() => set(f.prior)}>
                    from {f.batches} of your batches
                  </button>
                )}
              </div>
              <Sights figure={f} />
            </div>
            {open === f.prior && <Shown figure={f} />}
          </li>
        ))}
      </ul>
    </>
  );
}

/** The book’s range above, the shop’s below, and a tick for each batch. */
function Sights({ figure }: { figure: Figure }) {
  const own = figure.own ?? figure.book;
  const all = [figure.book.low, figure.book.high, own.low, own.high, ...figure.shown.map((s) => s.value)];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const x = (v: number) => 8 + ((v - low) / Math.max(high - low, 1e-12)) * 404;
  return (
    <svg
      viewBox="0 0 420 52"
      className={styles.sights}
      role="img"
      aria-label={`${figure.label}: book value, own value and batches on one axis; the figures stand beside it`}
    >
      <line x1={x(figure.book.low)} x2={x(figure.book.high)} y1="12" y2="12" className={styles.bookSpan} />
      <circle cx={x(figure.book.likely)} cy="12" r="4" className={styles.bookDot} />
      {figure.shown.map((s) => (
        <line
          key={s.batchId}
          x1={x(s.value)}
          x2={x(s.value)}
          y1="22"
          y2="32"
          className={s.leftOut ? styles.tickOut : styles.tickIn}
        />
      ))}
      {figure.own && (
        <>
          <line x1={x(figure.own.low)} x2={x(figure.own.high)} y1="42" y2="42" className={styles.ownSpan} />
          <circle cx={x(figure.own.likely)} cy="42" r="5" className={styles.ownDot} />
        </>
      )}
    </svg>
  );
}

function Shown({ figure }: { figure: Figure }) {
  return (
    <table className={styles.table}>
      <thead>
        <tr>
          <th>batch</th>
          <th>closed</th>
          <th>showed</th>
          <th>by</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {figure.shown.map((s) => (
          <tr key={s.batchId} className={s.leftOut ? styles.outRow : undefined}>
            <th>
              <Link to={`/trail/${s.batchId}`}>{s.code}</Link>
            </th>
            <td className="figures">{day(s.closedAt)}</td>
            <td className="figures">{s.text}</td>
            <td className="soft">{s.says}</td>
            <td>
              <Counts sight={s} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Leaves a batch out of learning with a reason, or takes it in again: of all figures, not of this one alone. */
function Counts({ sight }: { sight: Sight }) {
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const write = useWrite(
    async (head, wish: { counts: boolean; reason: string | null }) =>
      unwrap(
        await api.POST('/api/books/practice/{batchId}', {
          params: { path: { batchId: sight.batchId } },
          body: { head, ...wish },
        }),
      ),
    () => setAsking(false),
    sight.version,
  );
  if (sight.leftOut)
    return (
      <>
        <span>left out: {sight.leftOut}</span>{' '}
        <button className="word" onClick={() => write.mutate({ counts: true, reason: null })}>
          let it count again
        </button>
        <ProblemNote problem={write.error} />
      </>
    );
  if (!asking)
    return (
      <button className="word" onClick={() => setAsking(true)}>
        leave {sight.code} out
      </button>
    );
  return (
    <form
      className={styles.leaveOut}
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({ counts: false, reason });
      }}
    >
      <label>
        What was different in it?
        <input value={reason} onChange={(e) => setReason(e.currentTarget.value)} autoFocus />
      </label>
      <button className="lesser" disabled={write.isPending}>
        Leave it out
      </button>
      <ProblemNote problem={write.error} />
    </form>
  );
}
