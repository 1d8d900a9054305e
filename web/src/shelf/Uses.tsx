import type { Schemas } from '../api/client';
import { Fig } from '../metal/Fig';
import styles from './shelf.module.css';

/** What each batch took from which bottle, and what it cost. */
export function Uses({ uses }: { uses: Schemas['UseView'][] }) {
  if (uses.length === 0) return null;
  return (
    <section className={styles.table}>
      <h2>What batches took</h2>
      <table>
        <thead>
          <tr>
            <th scope="col">batch</th>
            <th scope="col">from</th>
            <th scope="col">cost</th>
            <th scope="col">to a gram of product</th>
          </tr>
        </thead>
        <tbody>
          {uses.map((u) => (
            <tr key={u.batchId}>
              <th scope="row">
                {u.code}
                {!u.closed && <span className="soft"> so far</span>}
              </th>
              <td>
                {u.bottles.map((l) => (
                  <span key={l.bottleId} className={styles.by}>
                    {l.bottleId}: <Fig f={l.millilitres ?? l.grams} bare />
                    {l.cost && (
                      <>
                        {' '}
                        <Fig f={l.cost} bare />
                      </>
                    )}
                  </span>
                ))}
              </td>
              <td>
                <Fig f={u.cost} />
                {u.withoutPrice.length > 0 && (
                  <span className="soft"> without {u.withoutPrice.join(', ')}: no price is known</span>
                )}
              </td>
              <td>{u.perGram ? <Fig f={u.perGram} /> : <span className="soft">not weighed yet</span>}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
