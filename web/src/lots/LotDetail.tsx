import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from '../api/client';
import { useLot } from '../api/lots';
import { unwrap } from '../api/problem';
import { TakeBack } from '../metal/TakeBack';
import { WithWorking } from '../metal/WorkingSheet';
import { ContentBars } from './ContentBars';
import styles from './lots.module.css';
import { SplitForm } from './SplitForm';
import { WeighingStrip } from './WeighingStrip';

/** One lot: how it is parted, what may be in it, and the way on. */
export function LotDetail({ lotId }: { lotId: string }) {
  const { data: lot, error } = useLot(lotId);
  const navigate = useNavigate();
  const [splitting, setSplitting] = useState(false);
  if (error) return <p>{error.message}</p>;
  if (!lot) return null;
  const touched = lot.parts.length > 0 || lot.batches.length > 0;
  return (
    <WithWorking
      page={['lot', lotId]}
      load={async (key) =>
        unwrap(await api.GET('/api/lots/{lotId}/working', { params: { path: { lotId }, query: { key } } }))
      }
    >
      <h1>
        {lot.code} {lot.title}
      </h1>
      <p className="soft">
        received {lot.amountWords} on{' '}
        {new Date(lot.receivedAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })}
        {lot.material && `, ${lot.material}`}
        {lot.thickness && `, thickest piece ${lot.thickness}`}
        {lot.partOf && ', a part of another lot'}
      </p>
      <WeighingStrip lot={lot} />
      <h2 className={styles.gap}>What may be in it</h2>
      <ContentBars lot={lot} />
      <div className={`${styles.row} ${styles.gap}`}>
        {lot.leftValue > 0 && (
          <Link className="act" to={`/plan/${lot.id}`}>
            Plan {touched ? 'what is left' : 'it'}
          </Link>
        )}
        {lot.leftValue > 0 && !splitting && (
          <button className="lesser" onClick={() => setSplitting(true)}>
            Split it
          </button>
        )}
      </div>
      {!touched && !lot.partOf && (
        <TakeBack
          words="Take this lot back"
          seen={lot.version}
          send={async (head, reason) =>
            unwrap(
              await api.POST('/api/lots/{lotId}/take-back', {
                params: { path: { lotId } },
                body: { head, reason },
              }),
            )
          }
          onDone={() => void navigate('/lots')}
        />
      )}
      {splitting && <SplitForm lot={lot} onDone={() => setSplitting(false)} />}
    </WithWorking>
  );
}
