import type { StepView } from '../api/client';
import { Fig } from '../metal/Fig';
import { Formula } from '../metal/Formula';
import styles from './plan.module.css';

/** What to pour, in grams and by the bottle; gas, vessel, time; how it ends. */
export function StepAnswers({ step, stale }: { step: StepView; stale: boolean }) {
  if (step.refusals.length > 0)
    return (
      <>
        {step.refusals.map((r) => (
          <p key={r.reason} className="cautionStop">
            <strong>{r.reason}.</strong> {r.wayOut}.
          </p>
        ))}
      </>
    );
  return (
    <div aria-busy={stale} aria-live="polite">
      <ul className={styles.answers}>
        {step.doses.map((d) => (
          <li key={d.id}>
            <strong>{d.title}</strong>
            {d.millilitres && <Fig f={d.millilitres} big />}
            {d.formula !== 'H2O' && <Fig f={d.grams} big={!d.millilitres} />}
            {d.rungs.length > 1 && (
              <span className="soft">
                {d.rungs.length} portions, first {d.rungs[0]?.amount}
              </span>
            )}
            <span className="soft">
              {d.formula !== 'H2O' && `from ${d.bottleId}; `}
              {d.how}
            </span>
            {d.short && <span className={styles.short}>{d.short}</span>}
            {d.lacking && <span className={styles.short}>{d.lacking}</span>}
          </li>
        ))}
      </ul>
      <dl className={styles.facts}>
        {step.vessel && (
          <div>
            <dt>vessel</dt>
            <dd>
              {step.vessel.label}
              {step.vessel.splitInto > 1 && `, in ${step.vessel.splitInto} equal parts`}
            </dd>
          </div>
        )}
        {step.gases.map((g) => (
          <div key={g.formula}>
            <dt>
              <Formula text={g.formula} /> {g.note}
            </dt>
            <dd>
              <Fig f={g.made} />
            </dd>
          </div>
        ))}
        <div>
          <dt>with hands on, then by itself</dt>
          <dd>
            <Fig f={step.attended} bare /> + <Fig f={step.unattended} bare />
          </dd>
        </div>
        {step.figures.slice(0, 4).map((f) => (
          <div key={f.key}>
            <dt>{f.label}</dt>
            <dd>
              <Fig f={f} />
            </dd>
          </div>
        ))}
      </dl>
      <h2>Done when</h2>
      <ul>
        {step.endSigns.map((s) => (
          <li key={s.id}>
            {s.text} <span className="soft">(not proof: {s.notProof})</span>
          </li>
        ))}
      </ul>
      <p>
        {step.conditions.join(' · ')} {step.ifFoams}
      </p>
    </div>
  );
}
