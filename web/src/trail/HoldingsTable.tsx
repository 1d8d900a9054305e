import { Link } from 'react-router';
import type { Schemas } from '../api/client';
import { Fig } from '../metal/Fig';
import { clock } from '../run/time';
import { PutInto } from './PutInto';
import styles from './trail.module.css';

interface Props {
  trail: Schemas['TrailView'];
  open: string | null;
  onOpen: (arc: string | null) => void;
}

const rests: Record<string, string> = {
  Believed: 'believed',
  Weighed: 'weighed',
  Assayed: 'assayed',
  EstimatedByMethod: 'estimated by the method',
};

/** A holding as the picture names it. */
const arcOf = (h: Schemas['TrailHolding']) => (h.output ? `${h.stepId}/${h.output}` : 'feed');

/** Every holding with its grams; each opens its postings in the metal book. */
export function HoldingsTable({ trail, open, onOpen }: Props) {
  return (
    <table className={styles.table}>
      <thead>
        <tr>
          <th>holding</th>
          <th>in the book</th>
          <th>reconciled</th>
          <th>rests on</th>
          <th>now</th>
          <th>
            <span className="hidden">postings</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">feed</th>
          <td>
            <Fig f={trail.feed} />
          </td>
          <Told flow={trail.flows.find((f) => f.arc === 'feed')} />
          <td>believed, by the content typed</td>
          <td />
          <td />
        </tr>
        {trail.lent && (
          <tr>
            <th scope="row">out of bottles</th>
            <td>
              <Fig f={trail.lent} />
            </td>
            <td />
            <td>weighed, by the strength of its bottle</td>
            <td>returned first</td>
            <td />
          </tr>
        )}
        {trail.holdings.map((h) => (
          <Row
            key={arcOf(h)}
            h={h}
            trail={trail}
            open={open === arcOf(h)}
            onOpen={() => onOpen(open === arcOf(h) ? null : arcOf(h))}
          />
        ))}
        {trail.back && (
          <tr>
            <th scope="row">back from leavings</th>
            <td>
              <Fig f={trail.back} />
            </td>
            <td />
            <td>weighed, shared by the book</td>
            <td>came out</td>
            <td />
          </tr>
        )}
        <tr>
          <th scope="row">unaccounted</th>
          <td>
            <Fig f={trail.unaccounted} />
          </td>
          <td />
          <td>{trail.lent ? 'feed and bottles less all that stands' : 'feed less all that stands'}</td>
          <td />
          <td />
        </tr>
      </tbody>
    </table>
  );
}

function Row({
  h,
  trail,
  open,
  onOpen,
}: {
  h: Schemas['TrailHolding'];
  trail: Schemas['TrailView'];
  open: boolean;
  onOpen: () => void;
}) {
  const postings = trail.postings.filter(
    (p) => p.account === h.name || (h.name === 'feed' && p.account === 'feed'),
  );
  return (
    <>
      <tr>
        <th scope="row" className={h.main ? undefined : styles.lesserRow}>
          {h.name}
        </th>
        <td>
          <Fig f={h.grams} />
        </td>
        <Told flow={trail.flows.find((f) => f.arc === arcOf(h))} />
        <td>{rests[h.basis] ?? h.basis}</td>
        <td>
          {h.standing
            ? 'stands'
            : h.account.startsWith('pool/')
              ? 'worked up'
              : h.account.startsWith('lot/')
                ? 'became a lot'
                : 'went on'}{' '}
          {h.canPool && <PutInto trail={trail} holding={h} />}{' '}
          {h.source && (
            <Link
              className={`word ${styles.whole}`}
              to={`/lots/take-over?from=Holding&id=${encodeURIComponent(h.source)}`}
            >
              make it a lot
            </Link>
          )}
        </td>
        <td>
          <button className="word" aria-expanded={open} onClick={onOpen}>
            postings<span className="hidden"> of {h.name}</span>
          </button>
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={6} className={styles.postings}>
            {postings.map((p, i) => (
              <div key={p.entryId + i}>
                <span className="figures">
                  {p.grams > 0 ? '+' : '−'}
                  {Math.abs(p.grams).toFixed(4)} g
                </span>{' '}
                {p.basis}, {p.words}{' '}
                <span className="soft">
                  ({clock(p.at)}, {p.by})
                </span>
              </div>
            ))}
          </td>
        </tr>
      )}
    </>
  );
}

/** A flow as reconciled, and what that rests on. */
function Told({ flow }: { flow: Schemas['TrailFlow'] | undefined }) {
  if (!flow) return <td />;
  return (
    <td title={flow.how}>
      {flow.grams ? <Fig f={flow.grams} /> : <span className="soft">cannot be told</span>}
    </td>
  );
}
