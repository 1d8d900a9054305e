import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { OnwardPick } from './OnwardPick';
import styles from './run.module.css';

type Batch = Schemas['BatchView'];

export type Detour = 'up' | 'way' | 'out' | 'lost';

/** What may leave the straight way: the step given up, the rest of the way changed, the charge sent out. */
export function DetourLinks({
  batch,
  chosen,
  onChoose,
}: {
  batch: Batch;
  chosen: Detour | null;
  onChoose: (detour: Detour | null) => void;
}) {
  if (!batch.current || batch.away) return null;
  const words: [Detour, string][] = [
    ['way', 'Change the rest of the way'],
    ['up', 'Give this step up'],
  ];
  // What is in a vessel at work cannot leave the house.
  if (!batch.current.begunAt) words.push(['out', 'Send it out']);
  words.push(['lost', 'It is lost']);
  return (
    <div className={styles.detours}>
      {words.map(([what, text]) => (
        <button
          key={what}
          type="button"
          className="word"
          aria-expanded={chosen === what}
          onClick={() => onChoose(chosen === what ? null : what)}
        >
          {text}
        </button>
      ))}
    </div>
  );
}

/** The form of a detour, in the place of the step at hand. */
export function DetourForm({ batch, detour, onDone }: { batch: Batch; detour: Detour; onDone: () => void }) {
  if (!batch.current) return null;
  return (
    <section className={styles.work}>
      <h1>
        {detour === 'up'
          ? `Give “${batch.current.verb}” up`
          : detour === 'way'
            ? 'Another way from here'
            : detour === 'lost'
              ? 'It is lost'
              : 'Out of the house'}
      </h1>
      {detour === 'up' && <GiveUp batch={batch} step={batch.current} onDone={onDone} />}
      {detour === 'way' && <ChangeWay batch={batch} onDone={onDone} />}
      {detour === 'lost' && <Lost batch={batch} onDone={onDone} />}
      {detour === 'out' && <SendOut batch={batch} onDone={onDone} />}
    </section>
  );
}

function Lost({ batch, onDone }: { batch: Batch; onDone: () => void }) {
  const [reason, setReason] = useState('');
  const write = useWrite(
    async (head, why: string | null) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/close-as-lost', {
          params: { path: { batchId: batch.id } },
          body: { head, reason: why },
        }),
      ),
    onDone,
    batch.version,
  );
  return (
    <form
      className={styles.putIn}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(reason.trim() || null);
      }}
    >
      <p>
        What this step took is gone: glass broke, it boiled over, it was poured away. The batch closes here;
        what its earlier steps put aside stays, and the books count what was lost. Is a part of it there
        still? Then give the step up, and weigh it.
      </p>
      <TextInput
        label="How it was lost"
        placeholder="the beaker cracked on the plate"
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        error={write.error?.of('reason')}
      />
      <ProblemNote problem={write.error} shown={['reason']} />
      <button className="act" disabled={write.isPending}>
        Close it as lost
      </button>
    </form>
  );
}

function GiveUp({ batch, step, onDone }: { batch: Batch; step: Schemas['StepView']; onDone: () => void }) {
  const [reason, setReason] = useState('');
  const [measured, setMeasured] = useState('');
  const [whyMore, setWhyMore] = useState('');
  const [methods, setMethods] = useState<string[]>([]);
  const write = useWrite(
    async (
      head,
      wish: { reason: string; measured: string | null; methods: string[]; whyMore: string | null },
    ) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/give-up', {
          params: { path: { batchId: batch.id, stepId: step.id } },
          body: { head, ...wish },
        }),
      ),
    onDone,
    batch.version,
  );
  return (
    <form
      className={styles.putIn}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({ reason, measured: measured || null, methods, whyMore: whyMore || null });
      }}
    >
      <p>
        What is in the vessel of “{step.verb}” stays together as one holding, with all that was poured. It is
        measured again, and another way goes on from there.
      </p>
      <QuantityField
        label="Weight of what is solid in it"
        description="empty for a liquor"
        placeholder="4.6 g"
        field="Mass"
        value={measured}
        onChange={setMeasured}
        error={write.error?.at('measured')}
      />
      {write.error?.at('measured') && (
        <TextInput
          label="If it is so, why?"
          value={whyMore}
          onChange={(e) => setWhyMore(e.currentTarget.value)}
        />
      )}
      <OnwardPick methods={methods} onChange={setMethods} error={write.error?.of('methods')} />
      <TextInput
        label="What went wrong"
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        error={write.error?.of('reason')}
      />
      <ProblemNote problem={write.error} shown={['reason', 'measured', 'methods']} />
      <button className="lesser" disabled={write.isPending}>
        Give it up
      </button>
      <button type="button" className="word" onClick={onDone}>
        go on as it is
      </button>
    </form>
  );
}

function ChangeWay({ batch, onDone }: { batch: Batch; onDone: () => void }) {
  // What has begun stays; the change is behind the last step that has.
  const last = batch.steps.filter((s) => s.begun).at(-1);
  const [methods, setMethods] = useState<string[]>(() =>
    batch.steps.filter((s) => !s.begun).map((s) => s.method),
  );
  const [reason, setReason] = useState('');
  const write = useWrite(
    async (head, wish: { after: string; methods: string[]; reason: string }) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/route', {
          params: { path: { batchId: batch.id } },
          body: { head, ...wish, instead: true },
        }),
      ),
    onDone,
    batch.version,
  );
  if (!last)
    return (
      <p className="soft">No step has begun: give the metal back to its lot, and plan it another way.</p>
    );
  return (
    <form
      className={styles.putIn}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({ after: last.id, methods, reason });
      }}
    >
      <p>After “{last.verb}” comes:</p>
      <OnwardPick methods={methods} onChange={setMethods} error={write.error?.of('methods')} />
      <TextInput
        label="Why"
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        error={write.error?.of('reason')}
      />
      <ProblemNote problem={write.error} shown={['reason', 'methods']} />
      <button className="lesser" disabled={write.isPending || methods.length === 0}>
        Change the way
      </button>
      <button type="button" className="word" onClick={onDone}>
        leave it
      </button>
    </form>
  );
}

function SendOut({ batch, onDone }: { batch: Batch; onDone: () => void }) {
  const [to, setTo] = useState('');
  const [mass, setMass] = useState('');
  const [days, setDays] = useState('7');
  const [reason, setReason] = useState('');
  const write = useWrite(
    async (head, wish: { to: string; mass: string; days: number; reason: string | null }) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/send-out', {
          params: { path: { batchId: batch.id } },
          body: { head, ...wish },
        }),
      ),
    onDone,
    batch.version,
  );
  return (
    <form
      className={styles.putIn}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({ to, mass, days: Number(days) || 0, reason: reason || null });
      }}
    >
      <p>What “{batch.current?.verb}” would take goes out of the house, and the batch waits for it.</p>
      <TextInput
        label="To whom"
        placeholder="the assay office"
        value={to}
        onChange={(e) => setTo(e.currentTarget.value)}
        error={write.error?.of('to')}
      />
      <QuantityField
        label="Weight that leaves"
        field="Mass"
        value={mass}
        onChange={setMass}
        error={write.error?.at('mass')}
      />
      {write.error?.at('mass') && (
        <TextInput
          label="If it is so, why?"
          value={reason}
          onChange={(e) => setReason(e.currentTarget.value)}
        />
      )}
      <TextInput
        label="For about so many days"
        inputMode="decimal"
        value={days}
        onChange={(e) => setDays(e.currentTarget.value)}
        error={write.error?.of('days')}
      />
      <ProblemNote problem={write.error} shown={['to', 'mass', 'days']} />
      <button className="lesser" disabled={write.isPending}>
        It has left
      </button>
      <button type="button" className="word" onClick={onDone}>
        leave it
      </button>
    </form>
  );
}
