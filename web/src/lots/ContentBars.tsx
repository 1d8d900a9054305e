import type { Schemas } from '../api/client';
import { Badge } from '../metal/Badge';
import { Fig } from '../metal/Fig';
import { inkOf } from '../metal/inks';
import styles from './lots.module.css';

/** Low, likely and high of each metal on one scale, and the grams that come of it. */
export function ContentBars({ lot }: { lot: Schemas['LotView'] }) {
  const liquor = lot.content.some((c) => c.likely.includes('/'));
  return (
    <table className={styles.bars}>
      <thead>
        <tr>
          <th>metal</th>
          <th>{liquor ? 'in each litre' : 'of the lot, or of the rest'}</th>
          <th>grams, and their 5–95 % range</th>
        </tr>
      </thead>
      <tbody>
        {lot.content.map((c) => {
          const { ink } = inkOf(c.element);
          // Each metal on a scale that shows its range: a clad gold would vanish on one to a hundred.
          const axis = [5, 10, 25, 50, 100, 250].find((a) => a >= c.highPercent) ?? 1000;
          const at = (percent: number) => `${(percent / axis) * 100}%`;
          return (
            <tr key={c.element}>
              <th scope="row">
                <span className={styles.metal}>
                  <Badge element={c.element} /> {c.name}
                </span>
              </th>
              <td>
                {c.balance ? (
                  <span className="soft">the balance</span>
                ) : (
                  <div className={styles.scale}>
                    <i
                      className={styles.span}
                      style={{
                        left: at(c.lowPercent),
                        width: at(c.highPercent - c.lowPercent),
                        background: ink,
                      }}
                    />
                    <i className={styles.likely} style={{ left: at(c.likelyPercent) }} />
                    <span className={styles.axis}>
                      {axis} {liquor ? 'g/L' : '%'}
                    </span>
                    <span className={`figures ${styles.ends}`}>
                      {c.low} – <b>{c.likely}</b> – {c.high} {c.of === 'Rest' ? 'of the rest' : ''}
                    </span>
                  </div>
                )}
              </td>
              <td>
                <Fig f={c.grams} />
              </td>
            </tr>
          );
        })}
        {lot.unknown && (
          <tr>
            <th scope="row">of unknown kind</th>
            <td className="soft">carried, never taken as nothing</td>
            <td>
              <Fig f={lot.unknown} />
            </td>
          </tr>
        )}
      </tbody>
    </table>
  );
}
