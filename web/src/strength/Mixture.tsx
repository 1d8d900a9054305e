import { useState } from 'react';
import type { Schemas } from '../api/client';
import { Fig } from '../metal/Fig';
import type { Draft } from './draft';
import { MixForm } from './MixForm';
import styles from './strength.module.css';

interface Props {
  m: Schemas['MixtureView'];
  draft: Draft;
  bottles: Schemas['ShelfBottleView'][];
  solute: string;
}

/** What to pour in which order, what comes of it, and how warm it gets. */
export function Mixture({ m, draft, bottles, solute }: Props) {
  const [making, setMaking] = useState(false);
  const real = m.pours.every((p) => p.isWater || p.bottleId);
  return (
    <div className={styles.mixture} aria-live="polite">
      <ol className={styles.pours}>
        {m.pours.map((p, i) => (
          <li key={p.label}>
            <span className="soft">{i === 0 ? `put ${p.label} first` : `then ${p.label}, slowly`}</span>
            <span className={styles.amounts}>
              <Fig f={p.grams} big bare />
              {p.millilitres && (
                <>
                  <span className="soft">=</span> <Fig f={p.millilitres} bare />
                </>
              )}
            </span>
          </li>
        ))}
      </ol>
      <Beakers m={m} />
      {m.vanishing && (
        <p>
          <Fig f={m.vanishing} bare /> <span className="soft">vanish: volumes do not add up, masses do</span>
        </p>
      )}
      {m.inMasses && <p className="soft">{m.inMasses}</p>}
      {m.warming ? (
        <div className={m.warming.likely > 5 ? 'caution' : styles.calm}>
          It warms by about <Fig f={m.warming} bare />
          {m.endTemperature && (
            <>
              , to <Fig f={m.endTemperature} bare /> if no heat is lost
            </>
          )}
          . {m.portions > 1 && `In ${m.portions} goes, goggles on. `}
          {m.order}
          {m.ice && (
            <>
              {' '}
              Give <Fig f={m.ice} bare /> of the water as ice
              {m.iceIsEnough ? '' : ', and let it cool between the goes: even that is not enough'}.
            </>
          )}
        </div>
      ) : (
        <div className="caution">
          {m.heatNotKnown}. {m.order}
        </div>
      )}
      <p className="soft">ends up with</p>
      <p>
        <Fig f={m.grams} bare />{' '}
        {m.millilitres && (
          <>
            = <Fig f={m.millilitres} bare />
          </>
        )}{' '}
        <span>of</span> <Fig f={m.strength} />
      </p>
      <p className="soft">
        {m.strength.range ? 'as sure as what went in' : 'exact, as far as what went in is'}
      </p>
      {real && !making && (
        <button className="act" onClick={() => setMaking(true)}>
          Made it: label the bottle
        </button>
      )}
      {real && making && <MixForm m={m} solute={solute} bottles={bottles} onDone={() => setMaking(false)} />}
      {!real && draft.request.by === 'Weighed' && (
        <p className="soft">To book this mixture, label what you tested as a bottle first.</p>
      )}
    </div>
  );
}

// Widths are all alike, so heights are true to volume.
function Beakers({ m }: { m: Schemas['MixtureView'] }) {
  const mls = [...m.pours.map((p) => p.millilitres?.likely ?? 0), m.millilitres?.likely ?? 0];
  const most = Math.max(...mls);
  if (most <= 0 || m.millilitres === null) return null;
  const wide = 74;
  return (
    <svg
      className={styles.beakers}
      viewBox={`0 0 ${mls.length * (wide + 28)} 108`}
      role="img"
      aria-label={`${m.pours.map((p) => p.label).join(' and ')} make ${m.millilitres?.value ?? ''} ${m.millilitres?.unit ?? ''}`}
    >
      {mls.map((ml, i) => {
        const left = i * (wide + 28) + 4;
        const tall = (ml / most) * 66;
        const last = i === mls.length - 1;
        return (
          <g key={i}>
            <rect
              className={last ? styles.mixed : m.pours[i]?.isWater ? styles.water : styles.acid}
              x={left + 3}
              y={84 - tall}
              width={wide - 8}
              height={tall}
            />
            <path className={styles.glass} d={`M${left - 3} 8h5v72q0 5 5 5h${wide - 14}q5 0 5 -5V8h5`} />
            <text className={styles.tick} x={left + wide / 2 - 1} y={103} textAnchor="middle">
              {last ? 'together' : (m.pours[i]?.label ?? '')}
            </text>
            {i < mls.length - 1 && (
              <text className={styles.sign} x={left + wide + 11} y={52} textAnchor="middle">
                {i === mls.length - 2 ? '=' : '+'}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
