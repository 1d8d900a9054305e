import { useState } from 'react';
import { Link, NavLink, useParams, useSearchParams } from 'react-router';
import { type BooksQuery, useRecovery } from '../api/books';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import { Badge } from '../metal/Badge';
import { WithWorking } from '../metal/WorkingSheet';
import { Behind } from './Behind';
import { Charts } from './Charts';
import { Filters } from './Filters';
import { Losses } from './Losses';
import { Money } from './Money';
import { Places } from './Places';
import { Pools } from './Pools';
import { Practice } from './Practice';
import { ReagentUse } from './ReagentUse';
import { Recovery } from './Recovery';
import styles from './books.module.css';

const views = [
  ['recovery', 'what came out'],
  ['losses', 'what did not'],
  ['places', 'where it stands'],
  ['chart', 'how steady'],
  ['reagents', 'what it took'],
  ['money', 'what it left over'],
  ['practice', 'what it taught'],
  ['pools', 'tub and pot'],
] as const;

type View = (typeof views)[number][0];

/** Questions that look at the whole shop, not at chosen batches. */
const everywhere: View[] = ['places', 'practice', 'pools'];

/** All closed batches together: one metal, one question at a time; every figure leads to its batches. */
export function BooksPage() {
  const { view: asked } = useParams();
  const view: View = views.find(([id]) => id === asked)?.[0] ?? 'recovery';
  const [search, setSearch] = useSearchParams();
  const [behind, setBehind] = useState<string | null>(null);
  const of = (name: string) => search.get(name) ?? undefined;
  const query: BooksQuery = {
    metal: of('metal'),
    material: of('material'),
    method: of('method'),
    person: of('person'),
    from: of('from'),
    until: of('until'),
    others: of('others'),
  };
  const { data, error } = useRecovery(query);
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  const set = (...changes: [name: string, value: string | null][]) => {
    const next = new URLSearchParams(search);
    for (const [name, value] of changes) {
      if (value) next.set(name, value);
      else next.delete(name);
    }
    setSearch(next, { replace: true });
    setBehind(null);
  };
  if (data.choices.metals.length === 0)
    return (
      <>
        <h1>No batch has been closed yet</h1>
        <p>
          When the first bar is weighed and its batch closed, its figures stand here.{' '}
          <Link to="/run">Go on at the bench</Link>.
        </p>
      </>
    );
  const here = { ...query, metal: data.metal };
  const name = data.name.charAt(0).toUpperCase() + data.name.slice(1);
  return (
    <WithWorking
      key={`${view} ${search.toString()}`}
      page={['books', view, here]}
      load={async (key) => {
        if (view === 'practice')
          return unwrap(await api.GET('/api/books/practice/working', { params: { query: { key } } }));
        if (view === 'pools')
          return unwrap(await api.GET('/api/pools/working', { params: { query: { key } } }));
        return unwrap(await api.GET('/api/books/working', { params: { query: { ...here, view, key } } }));
      }}
      side={behind && <Behind query={here} of={behind} onClose={() => setBehind(null)} />}
    >
      <div className={styles.head}>
        <div>
          <h1>
            {name} of {data.count === 1 ? 'one closed batch' : `${data.count} closed batches`}
          </h1>
          <nav className={styles.views} aria-label="questions to the books">
            {views.map(([id, words]) => (
              <NavLink
                key={id}
                to={{ pathname: `/books/${id}`, search: search.toString() }}
                className={id === view ? styles.viewOn : undefined}
              >
                {words}
              </NavLink>
            ))}
          </nav>
        </div>
        <div className={styles.metals} role="group" aria-label="metal">
          {data.choices.metals.map((m) => (
            <button
              key={m.id}
              className={m.id === data.metal ? styles.metalOn : styles.metal}
              aria-pressed={m.id === data.metal}
              aria-label={`${m.id}, ${m.words}`}
              onClick={() => set(['metal', m.id])}
            >
              <Badge element={m.id} />
            </button>
          ))}
        </div>
      </div>
      {!everywhere.includes(view) && <Filters choices={data.choices} query={query} set={set} />}
      {data.count === 0 && !everywhere.includes(view) ? (
        <p className="caution">No closed batch of {data.name} fits. Take a filter away to see more.</p>
      ) : (
        <>
          {view === 'recovery' && <Recovery data={data} query={here} />}
          {view === 'losses' && <Losses query={here} onBehind={setBehind} />}
          {view === 'places' && <Places query={here} onBehind={setBehind} />}
          {view === 'chart' && <Charts query={here} of={of('of')} set={set} />}
          {view === 'reagents' && <ReagentUse query={here} onBehind={setBehind} />}
          {view === 'money' && <Money query={here} />}
          {view === 'practice' && <Practice />}
          {view === 'pools' && <Pools />}
        </>
      )}
    </WithWorking>
  );
}
