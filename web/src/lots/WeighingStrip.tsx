import { Link } from 'react-router';
import type { Schemas } from '../api/client';
import styles from './lots.module.css';

/** The lot as one strip whose parts add up visibly to it: split parts, batches, what is left, what no part holds. */
export function WeighingStrip({ lot }: { lot: Schemas['LotView'] }) {
  const pieces = [
    ...lot.parts.map((p) => ({
      key: p.id,
      name: p.code,
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
    ...(lot.leftValue > 0
      ? [
          {
            key: 'left',
            name: 'left',
            amount: lot.left,
            value: lot.leftValue,
            to: undefined,
            kind: styles.rest,
          },
        ]
      : []),
  ];
  return (
    <>
      <h2 className={styles.gap}>Where the {lot.amount} went</h2>
      <ol className={styles.strip}>
        {pieces.map((p) => (
          <li key={p.key} className={p.kind} style={{ flexGrow: p.value }}>
            {p.to ? <Link to={p.to}>{p.name}</Link> : <span>{p.name}</span>}
            <span className="figures">{p.amount}</span>
          </li>
        ))}
        {lot.notInAnyPart > 0.005 && (
          <li
            className={styles.lost}
            style={{ flexGrow: lot.notInAnyPart, minWidth: 8 }}
            title={`${lot.notInAnyPartText} g not in any part`}
          />
        )}
      </ol>
      {Math.abs(lot.notInAnyPart) > 0.005 && (
        <p className={styles.lostNote}>
          {lot.notInAnyPartText} g{' '}
          {lot.notInAnyPart > 0 ? 'not in any part' : 'more in the parts than in the lot'}
        </p>
      )}
    </>
  );
}
