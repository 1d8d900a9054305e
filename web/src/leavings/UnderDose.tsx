import { useState } from 'react';
import { api } from '../api/client';
import { type DoseAsked, useDose, useDoseCurve } from '../api/leavings';
import { type Problem, unwrap } from '../api/problem';
import { Fig } from '../metal/Fig';
import { ProblemNote } from '../metal/ProblemNote';
import { DosePicture } from './DosePicture';
import { OwnReadings } from './OwnReadings';
import { tidy } from './grams';
import styles from './leavings.module.css';

/** A liquor as something is poured into it: the picture, the line that is dragged, and what stands at it. */
export function UnderDose({
  asked,
  start,
  onRead,
  onSettle,
}: {
  asked: DoseAsked;
  start: string | null;
  onRead: (all: string[]) => void;
  onSettle: (grams: number) => void;
}) {
  const curve = useDoseCurve(asked);
  const [moved, setMoved] = useState<number | undefined>(start ? Number.parseFloat(start) || 0 : undefined);
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const c = curve.data;
  const grams = moved ?? (c ? (c.stages[0]?.grams ?? c.most / 2) : undefined);
  const shown = grams === undefined ? undefined : tidy(grams);
  const dose = useDose(asked, shown);
  if (curve.error && !c) return <ProblemNote problem={curve.error} />;
  if (!c || shown === undefined) return <p className="soft">reckoning…</p>;
  const d = dose.data;
  const keyed = <T extends { key: string }>(f: T): T => ({ ...f, key: `dose:${f.key}` });
  const move = (g: number) => {
    setTyped(null);
    setWrong(null);
    setMoved(Math.min(Math.max(0, g), c.most));
  };
  // Read by the same reader as every quantity; what it cannot read stays in the field, with why.
  const take = async () => {
    if (typed === null) return;
    try {
      const { value } = unwrap(
        await api.POST('/api/quantities/read', { body: { text: typed, field: 'Mass' } }),
      );
      if (value < 0 || value > c.most) {
        setWrong(`the picture goes from 0 to ${c.most} g: check the unit and the decimal point`);
        return;
      }
      move(value);
      onSettle(tidy(value));
    } catch (e) {
      setWrong((e as Problem).of('text') ?? (e as Problem).message);
    }
  };
  return (
    <>
      <DosePicture curve={c} grams={shown} onMove={move} onSettle={() => onSettle(shown)} />
      <div className={styles.readouts} aria-live="polite">
        <label>
          <span>{c.name}</span>
          <input
            className="figures"
            value={typed ?? `${shown} g`}
            aria-label={`${c.name} poured`}
            onChange={(e) => setTyped(e.currentTarget.value)}
            aria-invalid={wrong !== null}
            onBlur={() => void take()}
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
          />
          {wrong && (
            <em className={styles.wrong} role="alert">
              {wrong}
            </em>
          )}
        </label>
        {d && (
          <>
            <div>
              <span>ends at pH</span>
              <Fig f={keyed(d.ph)} big />
            </div>
            <div>
              <span>gas</span>
              <Fig f={keyed(d.gas)} big />
            </div>
          </>
        )}
      </div>
      <ProblemNote problem={dose.error} />
      <OwnReadings asked={asked} curve={c} moved={d?.moved.map(keyed) ?? []} onRead={onRead} />
      {d && (
        <table className={styles.left}>
          <thead>
            <tr>
              <th scope="col">left in the liquor</th>
              <th scope="col">all of it</th>
              <th scope="col">share</th>
            </tr>
          </thead>
          <tbody>
            {[...d.metals]
              .sort((a, b) => b.grams.high - a.grams.high)
              .map((m) => (
                <tr key={m.element}>
                  <th scope="row">{m.name}</th>
                  <td>
                    <Fig f={keyed(m.grams)} />
                  </td>
                  <td>
                    <Fig f={keyed(m.share)} />
                  </td>
                </tr>
              ))}
          </tbody>
        </table>
      )}
      {d && d.solids.some((s) => s.dry.high > 0.005) && (
        <table className={styles.left}>
          <thead>
            <tr>
              <th scope="col">fallen</th>
              <th scope="col">dry</th>
            </tr>
          </thead>
          <tbody>
            {d.solids
              .filter((s) => s.dry.high > 0.005)
              .map((s) => (
                <tr key={s.dry.key}>
                  <th scope="row">
                    {s.name}
                    {s.fitted && <span className="soft"> (fitted to practice, no source)</span>}
                  </th>
                  <td>
                    <Fig f={keyed(s.dry)} />
                  </td>
                </tr>
              ))}
          </tbody>
        </table>
      )}
      {c.ran.length > 0 && <p>First: {c.ran.join('; ')}.</p>}
      {c.stages.length > 0 && (
        <p>
          <strong>All that falls: </strong>
          {c.stages.map((s, i) => (
            <span key={s.name + s.gramsText}>
              {i > 0 && 'then filter, and '}
              <span className="figures">{s.gramsText}</span> {s.name} to pH {s.ph}
              {s.down.length > 0 && `, ${s.down.join(' and ')} down`}
              {s.left.length > 0 && `, ${s.left.join(' and ')} not`}
              {i < c.stages.length - 1 ? '; ' : '.'}
            </span>
          ))}
        </p>
      )}
      <p>
        {c.marks.map((m) => (
          <span key={m.ph} className={styles.mark}>
            pH {m.ph}:{' '}
            {m.grams == null ? (
              <span className="soft">not by this</span>
            ) : (
              <button className="word" onClick={() => move(m.grams ?? 0)}>
                {tidy(m.grams)} g
              </button>
            )}
          </span>
        ))}
      </p>
      {d?.outside && (
        <p className="soft">
          Stronger than what activities are made for (ionic strength above 0.5): an indication. What is left
          of a metal may be twice or half of it.
        </p>
      )}
      {d && d.gas.likely > 0 && (
        <p className={styles.look}>
          It foams: pour bit by bit with a hand’s breadth free above it, in a tray, stirring from the bottom;
          never a lid, and air the room.
        </p>
      )}
    </>
  );
}
