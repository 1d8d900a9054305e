import { useEffect, useState } from 'react';
import type { StepView } from '../api/client';
import styles from './run.module.css';
import { clock } from './time';

/** What must follow within hours, counted from what was poured: it stands on top until it is done. */
export function Deadlines({ step }: { step: StepView }) {
  const due = step.deadlines.filter((d) => d.dueAt && !d.done);
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (due.length === 0) return;
    const timer = setInterval(() => setNow(Date.now()), 10_000);
    return () => clearInterval(timer);
  }, [due.length]);
  return (
    <>
      {step.deadlines
        .filter((d) => !d.dueAt && !d.done)
        .map((d) => (
          <p key={d.id} className="caution">
            {d.text} within {d.hours === 1 ? 'the hour' : `${d.hours} hours`} of pouring.
          </p>
        ))}
      {due.map((d) => {
        const minutes = Math.floor((new Date(d.dueAt ?? '').getTime() - now) / 60_000);
        return (
          <p key={d.id} role="alert" className={`cautionStop ${styles.deadline ?? ''}`}>
            {d.text}: {minutes >= 0 ? `${minutes} min left` : `${-minutes} min too late: do it now`}, by{' '}
            {clock(d.dueAt ?? '')}.
          </p>
        );
      })}
    </>
  );
}
