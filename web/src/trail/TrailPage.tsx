import { useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { api } from '../api/client';
import { useBatches, useTrail } from '../api/batches';
import { unwrap } from '../api/problem';
import { Badge } from '../metal/Badge';
import { BatchChoice } from '../metal/BatchChoice';
import { NoBatch } from '../metal/NoBatch';
import { Fig } from '../metal/Fig';
import { WithWorking } from '../metal/WorkingSheet';
import { Bands } from './Bands';
import { BatchIn } from './BatchIn';
import { HoldingsTable } from './HoldingsTable';
import { day } from '../metal/day';
import { savePicture } from '../metal/picture';
import { Suspects } from './Suspects';
import styles from './trail.module.css';

/** The metal's way through a batch: bands from feed to bar, what waits in holdings, what nobody can account for. */
export function TrailPage() {
  const { batchId } = useParams();
  const batches = useBatches();
  const [search, setSearch] = useSearchParams();
  const [at, setAt] = useState<number>();
  const [open, setOpen] = useState<string | null>(null);
  const chosen = batchId ?? (batches.data?.find((b) => b.closedAt) ?? batches.data?.[0])?.id;
  const element = search.get('metal') ?? undefined;
  const { data: t, error } = useTrail(chosen, element, at);
  if (batches.data?.length === 0)
    return (
      <>
        <h1>No metal has moved yet</h1>
        <p>
          <Link to="/plan">Start a batch</Link>; what is weighed and poured there draws its trail here.
        </p>
        <BatchIn />
      </>
    );
  if (error) return <NoBatch problem={error} place="/trail" batches={batches.data ?? []} />;
  if (!t || !chosen) return null;
  const query = { element, at };
  return (
    <WithWorking
      key={`${chosen} ${element ?? ''}`}
      page={['trail', chosen, query, t.at]}
      load={async (key) =>
        unwrap(
          await api.GET('/api/batches/{batchId}/trail/working', {
            params: { path: { batchId: chosen }, query: { key, ...query } },
          }),
        )
      }
    >
      <div className={styles.head}>
        <div>
          <h1>
            {t.name.charAt(0).toUpperCase() + t.name.slice(1)} of batch {t.code}
          </h1>
          <p className="soft">{t.sentence}</p>
        </div>
        <div className={styles.metals} role="group" aria-label="metal">
          {t.elements.map((e) => (
            <button
              key={e}
              className={e === t.element ? styles.metalOn : styles.metal}
              aria-pressed={e === t.element}
              aria-label={e}
              onClick={() => setSearch({ metal: e })}
            >
              <Badge element={e} />
            </button>
          ))}
        </div>
        <div className={styles.batch}>
          <BatchChoice place="/trail" batches={batches.data ?? []} chosen={chosen} />
        </div>
      </div>
      <Bands
        trail={t}
        onOpen={setOpen}
        onSuspect={() => document.getElementById('suspects')?.scrollIntoView({ block: 'center' })}
      />
      {at === undefined && <Suspects trail={t} />}
      <div className={styles.sums}>
        {t.product && (
          <div>
            <span className="soft">came out as product</span>
            <Fig f={t.product} big />
          </div>
        )}
        {t.recovery && (
          <div>
            <span className="soft">recovery, against a guessed feed</span>
            <Fig f={t.recovery} big />
          </div>
        )}
        <div>
          <span className="soft">not known, because the feed was guessed</span>
          <Fig f={t.guessed} />
        </div>
        <div>
          <span className="soft">missing beyond what readings and guess allow</span>
          <Fig f={t.missing} />
        </div>
        <p className="soft">{t.whyWide}</p>
        {t.history.length > 1 && (
          <p className="soft">
            Recovery{' '}
            {t.history.map((h, i) => `${i > 0 ? '; ' : ''}${h.why} ${day(h.at)}: ${h.recovery}`).join('')}.
          </p>
        )}
      </div>
      <div className={styles.out}>
        <button
          className="word"
          onClick={() => savePicture('trail-picture', `trail-${t.code}-${t.element}.svg`)}
        >
          Save the picture
        </button>
        <a className="word" href={`/api/batches/${chosen}/trail/csv`} download>
          Save as a table
        </a>
        <a className="word" href={`/api/batches/${chosen}/file`} download>
          Save the whole batch
        </a>
        {t.owners.length > 0 && (
          <Link to={`/trail/${chosen}/settlement`}>Settle with {t.owners.join(', ')}</Link>
        )}
        <BatchIn />
      </div>
      <HoldingsTable trail={t} open={open} onOpen={setOpen} />
      <label className={styles.time}>
        <span>
          as it stood after entry <span className="figures">{t.at}</span> of{' '}
          <span className="figures">{t.entries}</span>
        </span>
        <input
          type="range"
          min={1}
          max={t.entries}
          value={at ?? t.entries}
          onChange={(e) =>
            setAt(Number(e.currentTarget.value) === t.entries ? undefined : Number(e.currentTarget.value))
          }
        />
      </label>
    </WithWorking>
  );
}
