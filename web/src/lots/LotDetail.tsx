import { useThrottledValue } from '@mantine/hooks';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, type Schemas } from '../api/client';
import { useLot, usePaysFrom, useWorth } from '../api/lots';
import type { Problem } from '../api/problem';
import { unwrap, said } from '../api/problem';
import { ProblemNote } from '../metal/ProblemNote';
import { TakeBack } from '../metal/TakeBack';
import { WithWorking } from '../metal/WorkingSheet';
import { BelieveForm } from './BelieveForm';
import { ContentBars } from './ContentBars';
import styles from './lots.module.css';
import { MoneyAxis } from './MoneyAxis';
import { Owner } from './Owner';
import { Photos } from './Photos';
import { SortForm } from './SortForm';
import { VerdictSheet } from './VerdictSheet';
import { WeighingStrip } from './WeighingStrip';

/** One lot: how it is parted, what may be in it, whether it is worth doing, and the way on. */
export function LotDetail({ lotId }: { lotId: string }) {
  const { data: lot, error } = useLot(lotId);
  if (error && (!lot || said(error))) return <p>{error.message}</p>;
  return lot ? <Known lot={lot} /> : null;
}

function Known({ lot }: { lot: Schemas['LotView'] }) {
  const navigate = useNavigate();
  const [sorting, setSorting] = useState(false);
  const [owning, setOwning] = useState(false);
  const [thought, setThought] = useState<Schemas['ContentRequest'] | null>(null);
  const there = lot.leftValue > 0;
  const own = useWorth(lot.id, {}, there);
  // While a bar moves the way stays as it was: the line that is dragged must not jump to another.
  const asked = useThrottledValue(thought, 60);
  const body = asked ? { content: asked, way: own.data?.wayId ?? null } : {};
  const worth = useWorth(lot.id, body, there);
  const w = there ? worth.data : undefined;
  const pays = usePaysFrom(lot.id, { ...body, way: w?.wayId ?? null }).data;
  const refused = worth.error as Problem | null;
  return (
    <WithWorking
      page={['lot', lot.id, lot.version, body]}
      load={async (key) =>
        unwrap(
          key.startsWith('content/')
            ? await api.GET('/api/lots/{lotId}/working', {
                params: { path: { lotId: lot.id }, query: { key } },
              })
            : await api.POST('/api/lots/{lotId}/worth/working', {
                params: { path: { lotId: lot.id }, query: { key } },
                body,
              }),
        )
      }
      side={
        w && !sorting ? (
          <VerdictSheet lot={lot} worth={w} turns={pays?.words} thought={thought !== null} />
        ) : undefined
      }
    >
      <h1>
        {lot.code} {lot.title}
      </h1>
      <p className="soft">
        {lot.from ? `taken over from ${lot.from},` : lot.sources.length > 0 ? 'put together' : 'received'}{' '}
        {lot.amountWords} on{' '}
        {new Date(lot.receivedAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })}
        {lot.material && !lot.from && `, ${lot.material}`}
        {lot.thickness && `, thickest piece ${lot.thickness}`}
        {lot.pieces && `, ${lot.pieces} pieces`}
        {lot.partOf && ', a part of another lot'}
        {lot.for && `; worked for ${lot.for.owner}`}
      </p>
      {!sorting && lot.touched && <WeighingStrip lot={lot} />}
      {sorting && <SortForm lot={lot} onDone={() => setSorting(false)} />}
      {!sorting && (
        <>
          <h2 className={styles.gap}>
            What may be in it{' '}
            {lot.mayBelieve && (
              <span className={styles.hint}>low, likely, high; drag an end, or type it</span>
            )}
          </h2>
          <ContentBars
            lot={lot}
            thought={thought}
            onThought={lot.mayBelieve ? setThought : undefined}
            grams={w?.believed}
          />
          {refused && <ProblemNote problem={refused} />}
          {lot.samplingNote && <p className="caution">{lot.samplingNote}</p>}
          {lot.mayBelieve && (
            <BelieveForm lot={lot} thought={thought} onThought={setThought} onKept={() => setThought(null)} />
          )}
          {w?.margin && (
            <>
              <h2 className={styles.gap}>Is it worth doing now?</h2>
              <MoneyAxis margin={w.margin} content={pays?.content} leastLot={pays?.leastLot} />
            </>
          )}
          <div className={`${styles.row} ${styles.gap}`}>
            {there && (
              <button className="lesser" onClick={() => setSorting(true)}>
                Sort it into parts
              </button>
            )}
            {!lot.from && (
              <button className="word" onClick={() => setOwning(!owning)}>
                {lot.for ? `it is worked for ${lot.for.owner}` : 'it is somebody else’s'}
              </button>
            )}
          </div>
          {owning && <Owner lot={lot} onDone={() => setOwning(false)} />}
          <Photos lot={lot} />
          {lot.parts.length + lot.batches.length + lot.pools.length === 0 &&
            !lot.partOf &&
            lot.sources.length === 0 && (
              <TakeBack
                words="Take this lot back"
                seen={lot.version}
                send={async (head, reason) =>
                  unwrap(
                    await api.POST('/api/lots/{lotId}/take-back', {
                      params: { path: { lotId: lot.id } },
                      body: { head, reason },
                    }),
                  )
                }
                onDone={() => void navigate('/lots')}
              />
            )}
          {!there && lot.parts.length > 0 && (
            <p className="soft">
              It was sorted: its parts are lots of their own.{' '}
              {lot.parts.map((p) => (
                <Link key={p.id} to={`/lots/${p.id}`} className={styles.partLink}>
                  {p.code}
                </Link>
              ))}
            </p>
          )}
        </>
      )}
    </WithWorking>
  );
}
