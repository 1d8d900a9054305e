import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import { Fig } from '../metal/Fig';
import styles from './run.module.css';

/** What the batch left over, by what was poured, weighed and paid. */
export function WorthAfter({ batchId, version }: { batchId: string; version: number }) {
  const worth = useQuery({
    queryKey: ['batch-worth', batchId, version],
    retry: false,
    queryFn: async () =>
      unwrap(await api.GET('/api/batches/{batchId}/worth', { params: { path: { batchId } } })),
  });
  const w = worth.data;
  if (!w) return null;
  if (!w.leftOver || !w.asItIs || !w.margin)
    return <p className="soft">No price list held then: what it left over is not known.</p>;
  return (
    <>
      <h2>What it left over</h2>
      <table className={styles.worth}>
        <tbody>
          {w.lines.map((l) => (
            <tr key={l.id}>
              <th scope="row">{l.kr.label}</th>
              <td>
                <Fig f={l.kr} />
              </td>
            </tr>
          ))}
          <tr className={styles.worthSum}>
            <th scope="row">left over</th>
            <td>
              <Fig f={w.leftOver} />
            </td>
          </tr>
          <tr>
            <th scope="row">{w.asItIs.label}</th>
            <td>
              <Fig f={w.asItIs} />
            </td>
          </tr>
          <tr className={styles.worthSum}>
            <th scope="row">margin</th>
            <td>
              <Fig f={w.margin} />
            </td>
          </tr>
        </tbody>
      </table>
      <p className="soft">
        by “{w.prices}”
        {w.notPriced.length > 0 && `; no price for ${w.notPriced.join(', ')}, which is not in the sums`}
      </p>
    </>
  );
}
