import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api } from '../api/client';
import { useBatch, useBatches } from '../api/batches';
import { unwrap, said } from '../api/problem';
import { TakeBack } from '../metal/TakeBack';
import { WithWorking } from '../metal/WorkingSheet';
import { BatchChoice } from '../metal/BatchChoice';
import { NoBatch } from '../metal/NoBatch';
import { Away } from './Away';
import { type Detour, DetourForm, DetourLinks } from './Detours';
import { Finish } from './Finish';
import { JournalSheet } from './JournalSheet';
import { NoteForm } from './NoteForm';
import { PutIn } from './PutIn';
import { StepAtWork } from './StepAtWork';
import { StepsSlim } from './StepsSlim';
import styles from './run.module.css';

/** The step being done fills the page; the steps before and after are slim. */
export function RunPage() {
  const { batchId } = useParams();
  const batches = useBatches();
  const navigate = useNavigate();
  const [detour, setDetour] = useState<Detour | null>(null);
  const chosen = batchId ?? batches.data?.[0]?.id;
  const { data: batch, error } = useBatch(chosen);
  if (batches.data?.length === 0)
    return (
      <>
        <h1>No batch is under way</h1>
        <p>
          <Link to="/plan">Plan a lot</Link> and start its batch; it is worked off here, step by step.
        </p>
      </>
    );
  if (error && (!batch || said(error)))
    return <NoBatch problem={error} place="/run" batches={batches.data ?? []} />;
  if (!batch || !chosen) return null;
  return (
    <WithWorking
      key={`${chosen} ${batch.current?.id ?? ''}`}
      page={['batch', chosen, batch.version]}
      load={async (key) =>
        unwrap(
          /^(worth\/|left-over$|as-it-is$|margin$)/.test(key)
            ? await api.GET('/api/batches/{batchId}/worth/working', {
                params: { path: { batchId: chosen }, query: { key } },
              })
            : await api.GET('/api/batches/{batchId}/working', {
                params: { path: { batchId: chosen }, query: { key } },
              }),
        )
      }
    >
      <div className={styles.page}>
        <div className={styles.slim}>
          <BatchChoice place="/run" batches={batches.data ?? []} chosen={chosen} />
          <StepsSlim batch={batch} />
          <NoteForm batch={batch} />
          <p>
            <Link to={`/run/${batch.id}/card`}>A card to print</Link>
          </p>
          {!batch.closedAt && <PutIn batch={batch} />}
          {!batch.closedAt && <DetourLinks batch={batch} chosen={detour} onChoose={setDetour} />}
          {batch.plan && <p className="soft">from the plan “{batch.plan}”</p>}
          {batch.steps.every((s) => !s.begun) && (
            <TakeBack
              words="Give the metal back to its lot"
              seen={batch.version}
              send={async (head, reason) =>
                unwrap(
                  await api.POST('/api/batches/{batchId}/give-back', {
                    params: { path: { batchId: chosen } },
                    body: { head, reason },
                  }),
                )
              }
              onDone={() => void navigate(`/plan/${batch.lotId}`)}
            />
          )}
          <JournalSheet batchId={chosen} version={batch.version} />
        </div>
        {batch.away ? (
          <Away key={batch.current?.id} batch={batch} away={batch.away} />
        ) : batch.current && detour ? (
          <DetourForm
            key={`${detour} ${batch.current.id}`}
            batch={batch}
            detour={detour}
            onDone={() => setDetour(null)}
          />
        ) : batch.current ? (
          <StepAtWork key={batch.current.id} batch={batch} step={batch.current} />
        ) : (
          <Finish batch={batch} />
        )}
      </div>
    </WithWorking>
  );
}
