import type { Schemas } from '../api/client';
import type { Problem } from '../api/problem';
import { Fig } from '../metal/Fig';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './strength.module.css';

const mine = ['mass', 'volume', 'temperature', 'hydrometer', 'label', 'bottleId', 'solute', 'vessel'];
const wishes = ['target', 'amount', 'weaker', 'ratio'];

/** What the readings tell: density, strength with its interval and in other units, and what blurs it most. */
export function Known({
  view,
  ready,
  problem,
}: {
  view: Schemas['StrengthView'] | undefined;
  ready: boolean;
  problem: Problem | null;
}) {
  if (!view)
    return (
      <>
        {!ready && (
          <p className="soft">
            Weigh a volume of it with the glass taken off, read its temperature, and its strength stands here.
          </p>
        )}
        {problem?.fields.some((f) => ![...mine, ...wishes].includes(f.field)) && (
          <ProblemNote problem={problem} shown={[...mine, ...wishes]} />
        )}
      </>
    );
  return (
    <div className={styles.known} aria-live="polite">
      <div>
        <p className={styles.name}>{view.onlyAbove ? 'above 94 %, no sharper' : `${view.name}, by mass`}</p>
        <Fig f={view.strength} big />
        {view.density && (
          <p>
            <Fig f={view.density} /> <span className="soft">at {view.temperatureC} °C</span>
          </p>
        )}
      </div>
      <ul className={styles.others}>
        {view.others.map((o) => (
          <li key={o.key}>
            <Fig f={o} bare />
            {!o.unit && <span className="soft"> {o.label}</span>}
          </li>
        ))}
      </ul>
      {view.answers.length > 1 && (
        <div className={styles.two}>
          <p>Two strengths have this density, on either side of its maximum. For the two to be told apart:</p>
          <ul>
            {view.answers.map((a) => (
              <li key={a.strength.key}>
                <Fig f={a.strength} bare /> {a.sign}
              </li>
            ))}
          </ul>
        </div>
      )}
      {view.advice && <p className={styles.advice}>{view.advice}</p>}
      {view.blurs.length > 0 && (
        <p className="soft">What blurs it: {view.blurs.map((b) => b.words).join('; ')}.</p>
      )}
      {view.note && <p className="soft">{view.note}</p>}
      {view.caution && <p className="caution">{view.caution}</p>}
      {view.hazard && (
        <p className="soft">
          {view.hazard.signal}: {view.hazard.statements}; {view.hazard.note}.
        </p>
      )}
    </div>
  );
}
