import { Link, useParams } from 'react-router';
import { useBatch } from '../api/batches';
import { Formula } from '../metal/Formula';
import styles from './run.module.css';

/** The step at hand on one page of paper: what to pour, in what, how it ends, what to mind; room to write. */
export function CardPage() {
  const { batchId } = useParams();
  const { data: batch } = useBatch(batchId);
  if (!batch) return null;
  const step = batch.current;
  if (!step)
    return (
      <p>
        All steps of {batch.code} are done. <Link to={`/run/${batch.id}`}>Back to the batch</Link>
      </p>
    );
  return (
    <article className={styles.card}>
      <p className="noprint">
        <button className="act" onClick={() => window.print()}>
          Print it
        </button>{' '}
        <Link to={`/run/${batch.id}`}>Back to the batch</Link>
      </p>
      <h1>
        {batch.code}, {batch.lotCode}: {step.title}
      </h1>
      <p>{step.instruction}</p>
      <p>{step.conditions.join(' · ')}</p>
      {step.cautions
        .filter((c) => c.level === 'Stop')
        .map((c) => (
          <p key={c.text} className="cautionStop">
            {c.text}
          </p>
        ))}
      <table>
        <thead>
          <tr>
            <th scope="col">pour</th>
            <th scope="col">in all</th>
            <th scope="col">portions</th>
            <th scope="col">poured</th>
          </tr>
        </thead>
        <tbody>
          {step.doses.map((d) => (
            <tr key={d.id}>
              <th scope="row">
                {d.title}{' '}
                <small>
                  {d.formula !== 'H2O' && `from ${d.bottleId}; `}
                  {d.how}
                </small>
              </th>
              <td className="figures">
                {d.millilitres ? `${d.millilitres.value} ${d.millilitres.unit} = ` : ''}
                {d.grams.value} {d.grams.unit} {d.grams.range && <small>{d.grams.range}</small>}
              </td>
              <td className="figures">
                {d.rungs
                  .map((r, i) =>
                    r.part && r.part !== d.rungs[i - 1]?.part ? `${r.part}: ${r.amount}` : r.amount,
                  )
                  .join(', ')}
              </td>
              <td className={styles.write}>{d.rungs.some((r) => r.entryId) ? d.poured : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>
        {step.vessel && (
          <>
            Vessel: {step.vessel.splitInto > 1 && `${step.vessel.splitInto} × `}
            {step.vessel.label}.{' '}
          </>
        )}
        {step.gases.map((g) => (
          <span key={g.formula}>
            <Formula text={g.formula} /> {g.made.value} {g.made.unit}.{' '}
          </span>
        ))}
        {step.safety.wear.join(' ')}
      </p>
      <h2>Done when</h2>
      <ul>
        {step.endSigns.map((s) => (
          <li key={s.id}>
            <span className={styles.box} aria-hidden="true" /> {s.text} <small>not proof: {s.notProof}</small>
          </li>
        ))}
      </ul>
      <p>{step.ifFoams}</p>
      <p>Stop for the night: {step.nightStop}</p>
      <p>
        <small>
          {step.safety.firstAction} {batch.opening}
        </small>
      </p>
      <p className={styles.write}>Temperature, time, initials:</p>
    </article>
  );
}
