import { Select, TextInput } from '@mantine/core';
import { useDebouncedValue, useLocalStorage } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schemas } from '../api/client';
import { type Problem, unwrap } from '../api/problem';
import { useBatches } from '../api/batches';
import { useKept, useWays } from '../api/ways';
import { useWrite } from '../api/write';
import { Fig } from '../metal/Fig';
import { Formula } from '../metal/Formula';
import { ProblemNote } from '../metal/ProblemNote';
import { TakeBack } from '../metal/TakeBack';
import { WithWorking } from '../metal/WorkingSheet';
import { nextCode } from './code';
import { ChargeLine } from './ChargeLine';
import { byStage } from './OwnWay';
import { PlanViews } from './PlanViews';
import styles from './plan.module.css';
import { StepSheet } from './StepSheet';

type Try = Schemas['TryRequest'];

const first: Try = {
  method: 'silver-chloride',
  charge: { kind: 'Nitrate', lines: [{ element: 'Ag', grams: '25 g' }], volume: '400 mL', freeAcid: '' },
  options: {},
  bottles: [],
};

/** One step tried by itself: a charge in one line, a method, and at once what to pour, in what, how long, and what to mind. */
export function StepPage() {
  const [draft, setDraft] = useLocalStorage<Try>({
    key: 'spolium-step',
    defaultValue: first,
    getInitialValueInEffect: false,
  });
  const [body] = useDebouncedValue(draft, 150);
  const ways = useWays();
  const plan = useQuery({
    queryKey: ['step', body],
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(await api.POST('/api/step', { body })),
  });
  const problem = plan.error as Problem | null;
  const [good, setGood] = useState(plan.data);
  if (plan.data && plan.data !== good) setGood(plan.data);
  const view = plan.data ?? good;
  const step = view?.step;
  const method = ways.data?.methods.find((m) => m.id === draft.method);
  return (
    <WithWorking
      page={['step', body]}
      load={async (key) => unwrap(await api.POST('/api/step/working', { body, params: { query: { key } } }))}
      side={
        step && (
          <StepSheet
            step={step}
            method={method}
            options={draft.options ?? {}}
            onOption={(id, value) => setDraft({ ...draft, options: { ...draft.options, [id]: value } })}
            choices={ways.data?.bottles ?? []}
            bottles={draft.bottles ?? []}
            onBottles={(bottles) => setDraft({ ...draft, bottles })}
            problem={problem}
          />
        )
      }
    >
      <PlanViews />
      <h1>{method?.title ?? 'One step by itself'}</h1>
      <div className={styles.charge}>
        <Select
          label="Step"
          data={byStage(ways.data?.methods ?? [])}
          value={draft.method}
          onChange={(v) => v && setDraft({ ...draft, method: v, options: {} })}
          searchable
          allowDeselect={false}
          w={330}
        />
        <ChargeLine
          charge={draft.charge}
          onChange={(charge) => setDraft({ ...draft, charge })}
          problem={problem}
        />
      </div>
      {view && <p className={`soft ${styles.understood}`}>{view.words}</p>}
      <ProblemNote
        problem={problem}
        shown={[
          'volume',
          'freeAcid',
          ...draft.charge.lines.flatMap((_, i) => [`lines[${i}].grams`, `lines[${i}].element`]),
        ]}
      />
      {step && <Answers step={step} stale={plan.isPlaceholderData || !!problem} />}
      {step && step.refusals.length === 0 && !problem && <Doings draft={draft} title={method?.title ?? ''} />}
      <p className="soft">{view?.opening}</p>
      <Kept onChoose={setDraft} />
    </WithWorking>
  );
}

/** What to pour, in grams and by the bottle; gas, vessel, time; how it ends. */
function Answers({ step, stale }: { step: Schemas['StepView']; stale: boolean }) {
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
            {d.formula !== 'H2O' && <Fig f={d.grams} big />}
            {d.millilitres && <Fig f={d.millilitres} big />}
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

/** Keep it under a name, print it, or make a lot and a batch of it. */
function Doings({ draft, title }: { draft: Try; title: string }) {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [code, setCode] = useState('');
  const batches = useBatches();
  const keep = useWrite(
    async (head, w: { title: string; try: Try }) =>
      unwrap(
        await api.POST('/api/step/kept', {
          body: { head, keptId: head.entryId, title: w.title, try: w.try },
        }),
      ),
    () => setName(''),
  );
  const batchCode = nextCode(batches.data ?? []);
  const start = useWrite(
    async (head, w: { lot: Schemas['BecameLot']; code: string }) =>
      unwrap(
        await api.POST('/api/batches', {
          body: {
            head,
            batchId: w.code,
            code: w.code,
            lotId: w.lot.lotId,
            amount: w.lot.amount,
            title,
            methods: [draft.method],
            options: { [draft.method]: draft.options ?? {} },
            bottles: draft.bottles ?? null,
          },
        }),
      ),
    (batch) => void navigate(`/run/${batch.id}`),
  );
  const become = useWrite(
    async (head, w: { code: string; charge: Try['charge'] }) =>
      unwrap(
        await api.POST('/api/step/lot', {
          body: { head, lotId: head.entryId, code: w.code, title, charge: w.charge },
        }),
      ),
    (lot) => start.mutate({ lot, code: batchCode }),
  );
  return (
    <div className={`${styles.doings ?? ''} noprint`}>
      <form
        className={styles.start}
        onSubmit={(e) => {
          e.preventDefault();
          keep.mutate({ title: name, try: draft });
        }}
      >
        <TextInput
          label="Keep it as"
          placeholder="salt for Tuesday’s liquor"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
          error={keep.error?.of('title')}
          w={230}
        />
        <button className="lesser" disabled={keep.isPending}>
          Keep
        </button>
      </form>
      <button type="button" className="lesser" onClick={() => window.print()}>
        Print
      </button>
      <form
        className={styles.start}
        onSubmit={(e) => {
          e.preventDefault();
          become.mutate({ code, charge: draft.charge });
        }}
      >
        <TextInput
          label="Code of its lot"
          placeholder="HL-11"
          value={code}
          onChange={(e) => setCode(e.currentTarget.value)}
          error={become.error?.of('code')}
          w={120}
        />
        <button className="act" disabled={become.isPending || start.isPending}>
          Make it batch {batchCode}
        </button>
      </form>
      <ProblemNote problem={keep.error} shown={['title']} />
      <ProblemNote problem={become.error} shown={['code']} />
      <ProblemNote problem={start.error} />
    </div>
  );
}

function Kept({ onChoose }: { onChoose: (draft: Try) => void }) {
  const kept = useKept();
  if (!kept.data || kept.data.length === 0) return null;
  return (
    <section className="noprint">
      <h2>Kept</h2>
      <ul className={styles.kept}>
        {kept.data.map((k) => (
          <li key={k.keptId}>
            <button type="button" className="word" onClick={() => onChoose(k.try)}>
              {k.title}
            </button>
            <span className="soft">
              {k.methodTitle}, {k.words}; {k.by}
            </span>
            <TakeBack
              words="Let it go"
              seen={1}
              send={async (head, reason) =>
                unwrap(
                  await api.POST('/api/step/kept/{keptId}/take-back', {
                    params: { path: { keptId: k.keptId } },
                    body: { head, reason },
                  }),
                )
              }
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
