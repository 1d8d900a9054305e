import type { StepView } from '../api/client';
import { Fig } from '../metal/Fig';
import { Formula } from '../metal/Formula';
import styles from './plan.module.css';

interface Props {
  steps: StepView[];
  chosen: string | undefined;
  onChoose: (stepId: string) => void;
  stale: boolean;
}

/** A stair whose treads are as long as the steps take: solid with hands on, hatched by itself. */
export function Stair({ steps, chosen, onChoose, stale }: Props) {
  const hours = steps.map((s) => s.attended.likely + s.unattended.likely);
  const all = hours.reduce((a, b) => a + b, 0) || 1;
  // Treads share 170 px; each step sets in where the one before ends.
  const scale = 170 / all;
  const starts = hours.map((_, i) => hours.slice(0, i).reduce((a, b) => a + b, 0) * scale * 0.4);
  return (
    <>
      <ol className={styles.stair} aria-busy={stale}>
        {steps.map((s, i) => (
          <li key={s.id} className={s.id === chosen ? styles.chosen : undefined}>
            <div className={styles.tread} style={{ marginLeft: starts[i] }}>
              <button className={styles.verb} aria-pressed={s.id === chosen} onClick={() => onChoose(s.id)}>
                {s.verb}
              </button>
              <div className={styles.bar} aria-hidden="true">
                <i className={styles.hands} style={{ width: s.attended.likely * scale }} />
                <i className={styles.alone} style={{ width: s.unattended.likely * scale }} />
              </div>
            </div>
            {s.refusals.length > 0 ? (
              <p className={styles.refused}>
                {s.refusals.map((r) => (
                  <span key={r.reason}>
                    <strong>{r.reason}.</strong> {r.wayOut}.
                  </span>
                ))}
              </p>
            ) : (
              <>
                <ul className={styles.doses}>
                  {s.doses.map((d) => (
                    <li key={d.id}>
                      <span className={styles.dose}>{d.title}</span>
                      {d.millilitres ? <Fig f={d.millilitres} /> : <Fig f={d.grams} />}
                      {d.formula !== 'H2O' && <span className="soft">from {d.bottleId}</span>}
                      {d.rungs.length > 2 && <span className="soft">{d.rungs.length} portions</span>}
                      {d.short && <span className={styles.short}>{d.short}</span>}
                      {d.lacking && <span className={styles.short}>{d.lacking}</span>}
                    </li>
                  ))}
                </ul>
                <div className={styles.vessel}>
                  {s.vessel && (
                    <span>
                      {s.vessel.label}
                      {s.vessel.splitInto > 1 && `, in ${s.vessel.splitInto} equal parts`}
                    </span>
                  )}
                  {s.gases
                    .filter((g) => g.made.high > 0.5)
                    .map((g) => (
                      <span key={g.formula} className={styles.gas}>
                        <Formula text={g.formula} /> <Fig f={g.made} bare={g.made.likely > 0.5} />
                      </span>
                    ))}
                </div>
              </>
            )}
          </li>
        ))}
      </ol>
      <p className={`soft ${styles.legend}`}>
        <i className={styles.hands} /> hands on <i className={styles.alone} /> by itself; a tread is as long
        as its step takes
      </p>
    </>
  );
}
