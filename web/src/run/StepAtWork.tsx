import { useState } from 'react';
import { api, type Schemas, type StepView } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { Fig } from '../metal/Fig';
import { Formula } from '../metal/Formula';
import { ProblemNote } from '../metal/ProblemNote';
import { AsBegun } from './AsBegun';
import { EndSigns } from './EndSigns';
import { Ladder } from './Ladder';
import { AgainstStandards } from './AgainstStandards';
import { Readings } from './Readings';
import { SafetyLines } from '../plan/SafetyLines';
import { Deadlines } from './Deadlines';
import { SomethingElse } from './SomethingElse';
import styles from './run.module.css';
import { Weighing } from './Weighing';

interface Props {
  batch: Schemas['BatchView'];
  step: StepView;
}

/** What to do now, in one line; the ladder of the dose at hand; end signs, readings, and what hangs on them. */
export function StepAtWork({ batch, step }: Props) {
  const path = { batchId: batch.id, stepId: step.id };
  const [chosen, setChosen] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const [beside, setBeside] = useState<string[]>([]);
  const begin = useWrite(
    async (head) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/begin', { params: { path }, body: { head } }),
      ),
    undefined,
    batch.version,
  );
  const close = useWrite(
    async (head, wish: { reason: string }) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/close', {
          params: { path },
          body: { head, reason: wish.reason || null },
        }),
      ),
    undefined,
    batch.version,
  );
  const open = step.doses.find((d) => d.rungs.some((r) => !r.entryId) && !signsSay(step, d.id));
  // When all is poured, or its signs were seen, one portion more is of what was poured last, not of the water that came first.
  const last = [...step.doses].reverse().find((d) => d.rungs.some((r) => r.entryId));
  const dose = step.doses.find((d) => d.id === chosen) ?? open ?? last ?? step.doses[0];
  const others = step.doses.some((d) => d.id !== dose?.id && d.rungs.some((r) => r.entryId));
  const gases = step.gases.filter((g) => g.made.high > 0.5);
  const unseen = step.endSigns.filter((s) => !s.seenAt).length;
  return (
    <>
      <section className={styles.work}>
        <h1>{step.begunAt && !step.danger ? instruction(step, dose) : step.title}</h1>
        <p className={styles.conditions}>{step.conditions.join(' · ')}</p>
        <Deadlines step={step} />
        {step.danger && (
          <div className={styles.danger} role="alert">
            <strong>{step.danger.text}</strong>
            <p>{step.danger.first}</p>
            <p>Then give this step up: only making safe is open here.</p>
          </div>
        )}
        {step.safety.findings.map((f) => (
          <p key={f.text} className={f.stop ? 'cautionStop' : 'caution'}>
            {f.stop ? 'Never together: ' : 'Mind: '}
            {f.text}
          </p>
        ))}
        {step.cautions.slice(0, 1).map((c) => (
          <p key={c.text} className={c.level === 'Stop' ? 'cautionStop' : 'caution'}>
            {c.text}
            {gases.length > 0 && dose && dose.rungs.length > 2 && (
              <>
                {' In all '}
                {gases.map((g, i) => (
                  <span key={g.formula}>
                    {i > 0 && ' and '}
                    {g.made.likely > 0.5
                      ? g.made.value
                      : `at most ${g.made.range.split(' to ')[1] ?? ''}`}{' '}
                    {g.made.unit} <Formula text={g.formula} />
                  </span>
                ))}
                , a little with every portion.
              </>
            )}
          </p>
        ))}
        {!step.begunAt ? (
          <Before
            step={step}
            opening={batch.opening}
            onBegin={() => begin.mutate({})}
            pending={begin.isPending}
            problem={begin.error}
          />
        ) : (
          <>
            {step.doses.length > 1 && (
              <div className={styles.doses} role="group" aria-label="doses of this step">
                {step.doses.map((d) => (
                  <button
                    key={d.id}
                    className={d.id === dose?.id ? styles.doseOn : styles.dose}
                    aria-pressed={d.id === dose?.id}
                    onClick={() => setChosen(d.id)}
                  >
                    {d.title}
                    <span className="figures">
                      {d.poured.startsWith('0') && !d.rungs.some((r) => r.entryId)
                        ? d.planned
                        : `${d.poured} poured`}
                    </span>
                  </button>
                ))}
              </div>
            )}
            {step.refusals.map((r) => (
              <p key={r.reason} className="cautionStop">
                As it stands now this step cannot go on: {r.reason}. {r.wayOut}, or give the step up.
              </p>
            ))}
            {dose && !step.danger && (
              <Ladder
                key={dose.id}
                batch={batch}
                step={step}
                dose={dose}
                fresh={others}
                onPoured={() => setChosen(null)}
              />
            )}
            <SomethingElse batch={batch} step={step} />
          </>
        )}
      </section>
      <aside className={styles.beside} aria-label="signs, readings and what follows">
        {step.begunAt && <EndSigns batch={batch} step={step} />}
        <h2>{step.begunAt ? 'As it stands now' : 'What will come of it'}</h2>
        {batch.now.map((f, i) => (
          <div key={f.key} className={styles.figure}>
            <span className="soft">{f.label}</span>
            <Fig f={f} big={i === 0} />
          </div>
        ))}
        {step.learned.map((f) => (
          <div key={f.key} className={styles.figure}>
            <span className="soft">{f.label}</span>
            <Fig f={f} />
          </div>
        ))}
        {step.begunAt && (
          <>
            <Readings batch={batch} step={step} />
            <AgainstStandards batch={batch} step={step} />
            {step.outputs
              .filter((o) => o.weigh)
              .map((o) => (
                <Weighing key={o.id} batch={batch} step={step} output={o} />
              ))}
            {step.outputs
              .filter((o) => !o.main && !o.weigh && o.testFor.length === 0 && batch.untaken.includes(o.id))
              .map((o) =>
                beside.includes(o.id) || o.weighed ? (
                  <Weighing key={o.id} batch={batch} step={step} output={o} beside />
                ) : (
                  <button key={o.id} className="word" onClick={() => setBeside([...beside, o.id])}>
                    weigh {o.name} as a product too
                  </button>
                ),
              )}
            <div className={styles.close}>
              {close.error?.of('signs') && (
                <label className={styles.reason}>
                  Why close it all the same?
                  <input value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
                </label>
              )}
              <ProblemNote problem={close.error} />
              <button
                className={unseen === 0 ? 'act' : 'lesser'}
                disabled={close.isPending}
                onClick={() => close.mutate({ reason })}
              >
                {step.verb} is done
              </button>
            </div>
          </>
        )}
        {batch.then.length > 0 && (
          <>
            <h2>Then</h2>
            <ul className={styles.then} aria-live="polite">
              {batch.then.map((t) => (
                <li key={t.stepId + t.title}>
                  <span>
                    {t.verb}: {t.title}
                  </span>
                  <Fig f={t.millilitres ?? t.grams} />
                </li>
              ))}
            </ul>
            <p className="soft">follows what you pour here</p>
          </>
        )}
        <details className={styles.more}>
          <summary>What to mind</summary>
          <SafetyLines step={step} />
          <p>{step.ifFoams}</p>
          <p>
            <strong>Stop for the night:</strong> {step.nightStop}
          </p>
        </details>
        {step.begunAt && <AsBegun {...path} words="As it was begun" />}
      </aside>
    </>
  );
}

function Before({
  step,
  opening,
  onBegin,
  pending,
  problem,
}: {
  step: StepView;
  opening: string;
  onBegin: () => void;
  pending: boolean;
  problem: Error | null;
}) {
  return (
    <>
      <ul className={styles.need}>
        {step.doses.map((d) => (
          <li key={d.id}>
            <span>
              {d.title} {d.formula !== 'H2O' && <>from {d.bottleId} </>}
              <span className="soft">{d.how}</span>
              {d.lacking && <span className="caution"> {d.lacking}</span>}
            </span>
            {d.millilitres ? <Fig f={d.millilitres} /> : <Fig f={d.grams} />}
          </li>
        ))}
        {step.vessel && (
          <li>
            <span>vessel</span>
            <span>{step.vessel.label}</span>
          </li>
        )}
        <li>
          <span>with hands on, then by itself</span>
          <span>
            <Fig f={step.attended} bare /> + <Fig f={step.unattended} bare />
          </span>
        </li>
      </ul>
      {step.refusals.map((r) => (
        <p key={r.reason} className="cautionStop">
          {r.reason}: {r.wayOut}
        </p>
      ))}
      {step.safety.wear.map((w) => (
        <p key={w} className="caution">
          {w}
        </p>
      ))}
      <p className="soft">
        {step.safety.firstAction} {opening}
      </p>
      <ProblemNote problem={problem} />
      <button className="act" onClick={onBegin} disabled={pending || step.refusals.length > 0}>
        Begin: {step.verb}
      </button>
    </>
  );
}

// A dose that a sign ends is over when all signs of its step are seen.
const signsSay = (step: StepView, doseId: string) =>
  step.doneFirst &&
  step.endSigns.every((s) => s.seenAt) &&
  (step.doses.find((d) => d.id === doseId)?.rungs.length ?? 0) > 0 &&
  !['wash', 'water'].includes(doseId);

function instruction(step: StepView, dose: StepView['doses'][number] | undefined) {
  const next = dose?.rungs.find((r) => !r.entryId);
  if (!dose || !next) return step.instruction;
  const into = next.part ? ` into ${next.part}` : '';
  return dose.rungs.length > 1
    ? `Portion ${next.number}: ${next.amount} of ${dose.title}${into}`
    : `Pour ${next.amount} of ${dose.title}${into}`;
}
