import { Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import { useElements } from '../api/elements';
import { usePools } from '../api/pools';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { Badge } from '../metal/Badge';
import { Fig } from '../metal/Fig';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { Leavings, SharedBack, Workings, type Pool } from './PoolPast';
import styles from './books.module.css';

/** Leavings of many batches in one vessel: what the book has in each, and what it gave when it was worked up. */
export function Pools() {
  const { data, error } = usePools();
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  return (
    <>
      <p className="soft">
        Filters, washes and rests are put in from the <Link to="/trail">trail</Link> of their batch. What a
        tub or pot gives when it is worked up goes back to its batches in proportion to the book, and their
        recoveries are restated.
      </p>
      {data.pools.map((p) => (
        <PoolSection key={p.id} pool={p} />
      ))}
      <Open kinds={data.kinds} first={data.pools.length === 0} />
    </>
  );
}

function PoolSection({ pool }: { pool: Pool }) {
  const [working, setWorking] = useState(false);
  const { precious: refinedFor } = useElements();
  const precious = pool.metals.filter((m) => refinedFor.includes(m.element));
  return (
    <section className={styles.pool} aria-label={`${pool.code}, ${pool.title}`}>
      <div className={styles.poolHead}>
        <h2>
          {pool.code} <span className={styles.title}>{pool.title}</span>
        </h2>
        {precious.map((m) => (
          <span key={m.element} className={styles.poolMetal}>
            <Badge element={m.element} />
            <Fig f={m.grams} />
          </span>
        ))}
        {pool.leavings === 0 ? (
          <span className="soft">stands empty</span>
        ) : (
          !working && (
            <>
              <button className="lesser" onClick={() => setWorking(true)}>
                It was worked up
              </button>
              <Link className="word" to={`/lots/take-over?from=Pool&id=${encodeURIComponent(pool.id)}`}>
                make it a lot
              </Link>
            </>
          )
        )}
      </div>
      {pool.leavings > 0 && <SharedBack pool={pool} entryId={null} />}
      {working && <WorkUp pool={pool} metals={precious} onDone={() => setWorking(false)} />}
      {pool.workings > 0 && <Workings pool={pool} />}
      {pool.leavings > 0 && <Leavings pool={pool} />}
    </section>
  );
}

function WorkUp({ pool, metals, onDone }: { pool: Pool; metals: Pool['metals']; onDone: () => void }) {
  const [element, setElement] = useState(metals[0]?.element ?? null);
  const [mass, setMass] = useState('');
  const [fineness, setFineness] = useState('');
  const [how, setHow] = useState('');
  const [reason, setReason] = useState('');
  const write = useWrite(
    async (head, w: { element: string; mass: string; fineness: string; how: string; reason: string }) =>
      unwrap(
        await api.POST('/api/pools/{poolId}/worked-up', {
          params: { path: { poolId: pool.id } },
          body: {
            head,
            yields: [{ element: w.element, mass: w.mass, fineness: w.fineness || null }],
            how: w.how,
            reason: w.reason || null,
          },
        }),
      ),
    onDone,
    pool.version,
  );
  const too = write.error?.at('yields[0].mass');
  return (
    <form
      className={styles.workUp}
      onSubmit={(e) => {
        e.preventDefault();
        if (element) write.mutate({ element, mass, fineness, how, reason });
      }}
    >
      <Select
        label="Metal"
        data={metals.map((m) => ({ value: m.element, label: m.name }))}
        value={element}
        onChange={setElement}
        allowDeselect={false}
      />
      <QuantityField
        label="Weighed"
        placeholder="0.31 g"
        field="Mass"
        value={mass}
        onChange={setMass}
        error={write.error?.at('yields[0].mass')}
      />
      <QuantityField
        label="Fineness, if assayed"
        placeholder="995 ‰"
        field="Fineness"
        value={fineness}
        onChange={setFineness}
        error={write.error?.at('yields[0].fineness')}
      />
      <TextInput
        label="How"
        placeholder="burnt, leached, dropped"
        value={how}
        onChange={(e) => setHow(e.currentTarget.value)}
      />
      {too && (
        <TextInput
          label="If it is so, why?"
          value={reason}
          onChange={(e) => setReason(e.currentTarget.value)}
        />
      )}
      <button className="act" disabled={write.isPending || !mass.trim()}>
        Share it back
      </button>
      <button type="button" className="word" onClick={onDone}>
        not yet
      </button>
      <p className="soft">
        Filters are burnt and leached under the hood, wet; never burn what met cyanide, mercury or chlorate.
        Local codes come first. All that it gives of this metal is written here once: it then stands empty.
      </p>
      <ProblemNote problem={write.error} shown={['yields[0].mass', 'yields[0].fineness']} />
    </form>
  );
}

function Open({ kinds, first }: { kinds: string[]; first: boolean }) {
  const [kind, setKind] = useState<string | null>(kinds[0] ?? null);
  const [code, setCode] = useState('');
  const write = useWrite(
    async (head, w: { code: string; kind: string }) =>
      unwrap(await api.POST('/api/pools', { body: { head, ...w } })),
    () => setCode(''),
  );
  return (
    <form
      className={styles.openPool}
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({ code, kind: kind ?? '' });
      }}
    >
      <TextInput
        label={first ? 'Set up the first one: its code' : 'Set up another: its code'}
        placeholder="T2"
        value={code}
        onChange={(e) => setCode(e.currentTarget.value)}
      />
      <Select label="Kind" data={kinds} value={kind} onChange={setKind} allowDeselect={false} />
      <button className="lesser" disabled={!code.trim() || write.isPending}>
        Set it up
      </button>
      <ProblemNote problem={write.error} />
    </form>
  );
}
