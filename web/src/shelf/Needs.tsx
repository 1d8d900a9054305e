import type { Schemas } from '../api/client';
import { Fig } from '../metal/Fig';
import styles from './shelf.module.css';

/** What open batches still want, as if pure, against what stands here. */
export function Needs({ needs }: { needs: Schemas['NeedView'][] }) {
  return (
    <section className={styles.table}>
      <h2>What open batches still want</h2>
      {needs.length === 0 ? (
        <p className="soft">No batch is under way, so nothing is wanted.</p>
      ) : (
        <table>
          <thead>
            <tr>
              <th scope="col">as if it were pure</th>
              <th scope="col">wanted</th>
              <th scope="col">on the shelf</th>
              <th scope="col">by</th>
              <th scope="col">
                <span className="hidden">enough?</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {needs.map((n) => (
              <tr key={n.formula}>
                <th scope="row">{n.name}</th>
                <td>
                  <Fig f={n.wanted} />
                </td>
                <td>
                  <Fig f={n.there} />
                </td>
                <td>
                  {n.batches.map((b) => (
                    <span key={b.grams.key} className={styles.by}>
                      {b.code}, {b.begun ? 'at work' : 'to come'}: <Fig f={b.grams} bare />
                    </span>
                  ))}
                </td>
                <td>
                  {n.short ? <span className={styles.look}>may not be enough</span> : <span>enough</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
