import type { StepView } from '../api/client';
import { Fig } from '../metal/Fig';
import { Formula } from '../metal/Formula';
import styles from './plan.module.css';

const uses = ['gloves', 'vessel', 'filter', 'tube'] as const;
const words = { good: 'bears it', limited: 'for hours only', no: 'fails' } as const;

/** What the safety rules say of a step: what never meets, what to wear, gas, what the materials bear. */
export function SafetyLines({ step }: { step: StepView }) {
  const s = step.safety;
  return (
    <section className={styles.safety} aria-label="safety of this step">
      {s.findings.map((f) => (
        <p key={f.text} className={f.stop ? 'cautionStop' : 'caution'}>
          {f.stop ? 'Never together: ' : 'Mind: '}
          {f.text}
        </p>
      ))}
      {step.cautions.map((c) => (
        <p key={c.text} className={c.level === 'Stop' ? 'cautionStop' : 'caution'}>
          {c.text}
        </p>
      ))}
      {s.wear.length > 0 && (
        <ul className={styles.wear} aria-label="what to wear">
          {s.wear.map((w) => (
            <li key={w}>{w}</li>
          ))}
        </ul>
      )}
      {s.gases.length > 0 && (
        <table className={styles.gases}>
          <caption>gas, and why a hood</caption>
          <thead>
            <tr>
              <th scope="col">gas</th>
              <th scope="col">a portion</th>
              <th scope="col">caustic in the scrubber</th>
              <th scope="col">air in an hour</th>
            </tr>
          </thead>
          <tbody>
            {s.gases.map((g) => (
              <tr key={g.formula}>
                <th scope="row">
                  <Formula text={g.formula} />
                </th>
                <td>
                  <Fig f={g.ofPortion} bare />
                </td>
                <td>{g.caustic ? <Fig f={g.caustic} bare /> : 'takes none'}</td>
                <td>
                  {g.airPerHour ? <Fig f={g.airPerHour} bare /> : '–'}
                  {g.limit && <small className="soft">{g.limit}</small>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {s.materials.length > 0 && (
        <dl className={styles.bears}>
          {uses
            .filter((u) => s.materials.some((m) => m.use === u))
            .map((u) => (
              <div key={u}>
                <dt>{u}</dt>
                <dd>
                  {s.materials
                    .filter((m) => m.use === u)
                    .map((m) => (
                      <span key={m.material} className={styles[m.bears as keyof typeof words]}>
                        {m.material} {words[m.bears as keyof typeof words]}
                      </span>
                    ))}
                </dd>
              </div>
            ))}
        </dl>
      )}
      {s.marks.length > 0 && (
        <dl className={styles.bears}>
          {s.marks.map((m) => (
            <div key={m.bottle}>
              <dt className={styles.signal}>{m.signal}</dt>
              <dd>
                {m.bottle}: {m.statements}
              </dd>
            </div>
          ))}
          <div>
            <dt />
            <dd className="soft">the data sheet of the bottle wins</dd>
          </div>
        </dl>
      )}
      <p className="soft">{s.firstAction}</p>
    </section>
  );
}
