import { Link } from 'react-router';
import type { Schemas } from '../api/client';
import styles from './lots.module.css';

interface Piece {
  key: string;
  name: string;
  amount: string;
  value: number;
  to?: string;
  kind: string | undefined;
}

/** The lot as one strip whose parts add up visibly to it: parts, pools, batches, what was taken out, what is left, what no part holds. */
export function WeighingStrip({ lot }: { lot: Schemas['LotView'] }) {
  const pieces: Piece[] = [
    ...lot.parts.map((p) => ({
      key: p.id,
      name: `${p.code} ${p.title}`,
      amount: p.amount,
      value: p.value,
      to: `/lots/${p.id}`,
      kind: styles.part,
    })),
    ...lot.pools.map((p) => ({
      key: p.id,
      name: `in ${p.code}`,
      amount: p.amount,
      value: p.value,
      to: `/lots/${p.id}`,
      kind: styles.part,
    })),
    ...lot.batches.map((b) => ({
      key: b.id,
      name: `batch ${b.code}`,
      amount: b.amount,
      value: b.value,
      to: `/trail/${b.id}`,
      kind: styles.batch,
    })),
    ...lot.removed.map((r) => ({
      key: r.name,
      name: r.name,
      amount: r.amount,
      value: r.value,
      kind: styles.removed,
    })),
    ...lot.sources.map((s) => ({
      key: s.id,
      name: `of ${s.code}`,
      amount: s.amount,
      value: s.value,
      to: `/lots/${s.id}`,
      kind: styles.part,
    })),
    ...(lot.leftValue > 0 && lot.sources.length === 0
      ? [{ key: 'left', name: 'left', amount: lot.left, value: lot.leftValue, kind: styles.rest }]
      : []),
  ];
  const sorted = lot.parts.length > 0;
  return (
    <>
      <h2 className={styles.gap}>
        {sorted ? 'Sorted' : lot.sources.length > 0 ? 'Put together from' : `Where the ${lot.amount} went`}{' '}
        {sorted && (
          <span className={styles.hint}>
            {lot.parts.length} {lot.parts.length === 1 ? 'part' : 'parts'} of {lot.amount}
          </span>
        )}
      </h2>
      <Strip pieces={pieces} missing={lot.notInAnyPart} missingText={lot.notInAnyPartText} />
    </>
  );
}

/** The strip itself; also drawn while the parts are being typed. */
export function Strip({
  pieces,
  missing,
  missingText,
}: {
  pieces: Piece[];
  missing: number;
  missingText: string;
}) {
  const all = pieces.reduce((sum, p) => sum + p.value, 0) || 1;
  return (
    <>
      <ol className={styles.strip}>
        {pieces.map((p) => (
          <li
            key={p.key}
            className={p.kind}
            style={{ flexGrow: p.value }}
            title={`${p.name} ${p.amount}`}
            data-narrow={p.value / all < 0.08 || undefined}
          >
            {p.to ? <Link to={p.to}>{p.name}</Link> : <span>{p.name}</span>}
            <span className="figures">{p.amount}</span>
          </li>
        ))}
        {missing > 0.005 && (
          <li
            className={styles.lost}
            style={{ flexGrow: missing, minWidth: 8 }}
            title={`${missingText} not in any part`}
          />
        )}
      </ol>
      {Math.abs(missing) > 0.005 && (
        <p className={styles.lostNote}>
          {missingText} {missing > 0 ? 'not in any part' : 'more in the parts than in the lot'}
        </p>
      )}
    </>
  );
}
