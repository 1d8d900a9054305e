import { Select, TextInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { api, type Schemas } from '../api/client';
import { useBatches } from '../api/batches';
import { useLots } from '../api/lots';
import { type Problem, unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { Fig } from '../metal/Fig';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { WithWorking } from '../metal/WorkingSheet';
import styles from './plan.module.css';
import { Stair } from './Stair';
import { StepSheet } from './StepSheet';
import { useDraft } from './useDraft';

/** The way as a stair of steps, before anything is poured. */
export function PlanPage() {
  const { lotId } = useParams();
  const lots = useLots();
  const chosen = lotId ?? (lots.data?.find((l) => l.leftValue > 0) ?? lots.data?.[0])?.id;
  if (lots.data && !chosen)
    return (
      <>
        <h1>Nothing to plan yet</h1>
        <p>
          <Link to="/lots/receive">Receive a lot</Link>, then plan it here.
        </p>
      </>
    );
  return chosen ? <PlanOf key={chosen} lotId={chosen} lots={lots.data ?? []} /> : null;
}

function PlanOf({ lotId, lots }: { lotId: string; lots: Schemas['LotListItem'][] }) {
  const navigate = useNavigate();
  const lot = lots.find((l) => l.id === lotId);
  const [draft, setDraft] = useDraft(lotId, lot);
  const [request] = useDebouncedValue(draft, 200);
  const [step, setStep] = useState<string>('1-nitric-strip');
  const way = useQuery({
    queryKey: ['way'],
    queryFn: async () => unwrap(await api.GET('/api/ways/gold-by-nitric-strip')),
  });
  const body = { lotId, amount: request.amount, options: request.options, bottles: request.bottles };
  const plan = useQuery({
    queryKey: ['plan', body],
    enabled: request.amount.length > 0,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(await api.POST('/api/plan', { body })),
  });
  const problem = plan.error as Problem | null;
  const batches = useBatches();
  const [code, setCode] = useState('');
  const suggested = nextCode(batches.data ?? []);
  const start = useWrite(
    async (head, wish: { code: string; batchId: string; amount: string }) =>
      unwrap(
        await api.POST('/api/batches', {
          body: {
            head,
            ...wish,
            lotId,
            options: draft.options,
            bottles: draft.bottles,
            title: null,
            amountPlusMinus: null,
          },
        }),
      ),
    (batch) => {
      setDraft(null);
      void navigate(`/run/${batch.id}`);
    },
  );
  const p = useLastGood(plan.data);
  const chosen = p?.steps.find((s) => s.id === step) ?? p?.steps[0];
  return (
    <WithWorking
      page={['plan', body]}
      load={async (key) => unwrap(await api.POST('/api/plan/working', { body, params: { query: { key } } }))}
      side={
        chosen && (
          <StepSheet
            step={chosen}
            method={way.data?.methods.find((m) => m.id === chosen.method)}
            options={draft.options[chosen.method] ?? {}}
            onOption={(id, value) =>
              setDraft({
                ...draft,
                options: {
                  ...draft.options,
                  [chosen.method]: { ...draft.options[chosen.method], [id]: value },
                },
              })
            }
            choices={way.data?.bottles ?? []}
            bottles={draft.bottles ?? []}
            onBottles={(bottles) => setDraft({ ...draft, bottles })}
            problem={problem}
          />
        )
      }
    >
      <h1>Gold of {lot?.code ?? '…'}, by nitric strip and aqua regia</h1>
      <p className={`soft ${styles.opening}`}>{p?.opening}</p>
      <div className={styles.take}>
        <Select
          label="Lot"
          data={lots.map((l) => ({
            value: l.id,
            label: l.leftValue > 0 ? `${l.code}, ${l.left} left` : `${l.code}, none left`,
          }))}
          value={lotId}
          onChange={(v) => v && void navigate(`/plan/${v}`)}
          allowDeselect={false}
          w={220}
        />
        <QuantityField
          label="Taken into the batch"
          field="Mass"
          value={draft.amount}
          onChange={(amount) => setDraft({ ...draft, amount })}
          error={problem?.of('amount') ?? start.error?.of('amount')}
          w={190}
        />
        {p && !p.refused && (
          <form
            className={styles.start}
            noValidate
            onSubmit={(e) => {
              e.preventDefault();
              const c = code || suggested;
              start.mutate({ code: c, batchId: c, amount: draft.amount });
            }}
          >
            <TextInput
              label="Batch"
              value={code}
              placeholder={suggested}
              onChange={(e) => setCode(e.currentTarget.value)}
              error={start.error?.of('code')}
              w={110}
            />
            <button className="act" disabled={start.isPending || !!problem || !lot || lot.leftValue <= 0}>
              Start the batch
            </button>
          </form>
        )}
      </div>
      {p && (
        <dl className={styles.sums}>
          <Sum name="gold to come">
            <Fig f={p.gold} />
          </Sum>
          <Sum name="nitric acid">
            <Fig f={p.nitric} />
          </Sum>
          <Sum name="brown gas that leaves">
            <Fig f={p.brownGas} />
          </Sum>
          <Sum name="hands on">
            <Fig f={p.attended} bare />
          </Sum>
          <Sum name="by itself">
            <Fig f={p.unattended} bare />
          </Sum>
        </dl>
      )}
      {lot && lot.leftValue <= 0 && (
        <p className="soft">All of this lot is in batches already: this plan is for looking.</p>
      )}
      <ProblemNote problem={start.error} shown={['code', 'amount']} />
      {problem && <ProblemNote problem={problem} shown={['amount']} />}
      {p && <Stair steps={p.steps} chosen={chosen?.id} onChoose={setStep} stale={plan.isPlaceholderData} />}
    </WithWorking>
  );
}

// While what was typed is refused, the last plan that was good stands: the field to mend is on it.
function useLastGood<T>(data: T | undefined): T | undefined {
  const [good, setGood] = useState(data);
  if (data && data !== good) setGood(data);
  return data ?? good;
}

function Sum({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>{children}</dd>
    </div>
  );
}

// 26-03 after 26-02; the first of a year when there is none.
function nextCode(batches: { code: string }[]) {
  const year = String(new Date().getFullYear()).slice(2);
  const last = batches
    .map((b) => /^(\d\d)-(\d+)$/.exec(b.code))
    .filter((m) => m?.[1] === year)
    .map((m) => Number(m?.[2]));
  return `${year}-${String(Math.max(0, ...last) + 1).padStart(2, '0')}`;
}
