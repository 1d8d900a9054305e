import { Select, TextInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { api, type Schemas } from '../api/client';
import { useWays } from '../api/ways';
import { useBatches } from '../api/batches';
import { useLot, useLots } from '../api/lots';
import { useComparison } from '../api/plans';
import { type Problem, unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { Fig } from '../metal/Fig';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { WithWorking } from '../metal/WorkingSheet';
import styles from './plan.module.css';
import { nextCode } from './code';
import { OwnWay } from './OwnWay';
import { PlanViews } from './PlanViews';
import { SavedPlans } from './SavedPlans';
import { Stair } from './Stair';
import { StepSheet } from './StepSheet';
import { type PlanDraft, useDraft } from './useDraft';
import { WayColumns } from './WayColumns';

/** A way that another page leads to: its methods, and options of its steps ("1-neutralise.with:NaOH"). */
function useAskedWay(ready: boolean, draft: PlanDraft, setDraft: (draft: PlanDraft) => void) {
  const [search, setSearch] = useSearchParams();
  const way = search.get('way');
  const asked = search.getAll('o');
  useEffect(() => {
    if (!way || !ready) return;
    const options: PlanDraft['options'] = {};
    for (const o of asked) {
      const [, step = '', id = '', value = ''] = /^([^.]+)\.([^:]+):(.*)$/.exec(o) ?? [];
      if (step) options[step] = { ...options[step], [id]: value };
    }
    setDraft({ ...draft, methods: way.split('/'), own: true, options, planId: null });
    setSearch({}, { replace: true });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for each address
  }, [way, ready]);
}

/** The way as a stair of steps, before anything is poured. */
export function PlanPage() {
  const { lotId } = useParams();
  const lots = useLots();
  const chosen = lotId ?? (lots.data?.find((l) => l.leftValue > 0) ?? lots.data?.[0])?.id;
  if (lots.data && !chosen)
    return (
      <>
        <PlanViews />
        <h1>Nothing to plan yet</h1>
        <p>
          <Link to="/lots/receive">Receive a lot</Link>, then plan it here; or{' '}
          <Link to="/plan/step">try one step by itself</Link>.
        </p>
      </>
    );
  return chosen ? <PlanOf key={chosen} lotId={chosen} lots={lots.data ?? []} /> : null;
}

function PlanOf({ lotId, lots }: { lotId: string; lots: Schemas['LotListItem'][] }) {
  const navigate = useNavigate();
  const lot = lots.find((l) => l.id === lotId);
  const [draft, setDraft] = useDraft(lotId, lot);
  useAskedWay(lot !== undefined, draft, setDraft);
  // Only what is typed letter by letter waits for the hand to rest: a choice redraws at once.
  const [amount] = useDebouncedValue(draft.amount, 200);
  const [bottles] = useDebouncedValue(draft.bottles, 200);
  const request = { ...draft, amount, bottles };
  // By its place: a step keeps it when another school does it.
  const [step, setStep] = useState(0);
  const ways = useWays();
  const liquor = useLot(lotId).data?.liquor?.toLowerCase();
  const compareBody = {
    amount: request.amount || null,
    wanted: request.wanted ?? null,
    bottles: request.bottles,
  };
  const comparison = useComparison(lotId, compareBody, request.amount.length > 0);
  // Nothing chosen yet: the way that leaves most over stands below.
  const best = comparison.data?.lotId === lotId ? comparison.data.columns[0] : undefined;
  const methods = request.methods ?? best?.methods ?? null;
  const body = {
    lotId,
    amount: request.amount,
    way: null,
    methods,
    options: request.options,
    bottles: request.bottles,
  };
  const ask = (of: typeof body) => ({
    queryKey: ['plan', of],
    queryFn: async () => unwrap(await api.POST('/api/plan', { body: of })),
  });
  const plan = useQuery({
    ...ask(body),
    enabled: request.amount.length > 0 && (methods !== null || comparison.isFetched),
    retry: false,
    placeholderData: keepPreviousData,
  });
  // The ways beside it are planned while nobody waits: choosing one shows it at once.
  const queries = useQueryClient();
  useEffect(() => {
    if (comparison.isPlaceholderData || comparison.data?.lotId !== lotId) return;
    for (const c of comparison.data.columns)
      void queries.prefetchQuery(ask({ ...body, way: null, methods: c.methods, options: {} }));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once for each comparison
  }, [comparison.data]);
  const problem = plan.error as Problem | null;
  const p = useLastGood(plan.data);
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
            way: methods ? null : (p?.way ?? null),
            methods,
            planId: draft.planId ?? null,
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
  const chosen = p?.steps[step] ?? p?.steps[0];
  const standing = draft.methods ?? methods ?? [];
  const wayId = standing.join('/');
  const inColumns = comparison.data?.columns ?? [];
  const found = [...inColumns, ...(comparison.data?.more ?? [])];
  const others = (ways.data?.ways ?? []).filter(
    (w) => w.takes === (liquor ?? 'solid') && !found.some((f) => f.id === w.id),
  );
  const takeWay = (id: string) =>
    setDraft({ ...draft, methods: id.split('/'), own: false, options: {}, planId: null });
  return (
    <WithWorking
      page={['plan', body, compareBody]}
      load={async (key) =>
        unwrap(
          /^[0-9]\//.test(key)
            ? await api.POST('/api/lots/{lotId}/ways/working', {
                params: { path: { lotId }, query: { key } },
                body: compareBody,
              })
            : await api.POST('/api/plan/working', { body, params: { query: { key } } }),
        )
      }
      side={
        chosen && (
          <StepSheet
            step={chosen}
            method={ways.data?.methods.find((m) => m.id === chosen.method)}
            schools={(ways.data?.methods ?? []).filter((m) =>
              ways.data?.methods.find((x) => x.id === chosen.method)?.schools.includes(m.id),
            )}
            onSchool={(method) => {
              const i = p?.steps.findIndex((s) => s.id === chosen.id) ?? -1;
              const next = standing.map((m, k) => (k === i ? method : m));
              setDraft({
                ...draft,
                methods: next,
                planId: null,
                // The column of this way follows.
                wanted: draft.own
                  ? (draft.wanted ?? null)
                  : inColumns.map((c) => (c.id === wayId ? next.join('/') : c.id)),
              });
            }}
            options={draft.options[chosen.id] ?? {}}
            onOption={(id, value) =>
              setDraft({
                ...draft,
                options: { ...draft.options, [chosen.id]: { ...draft.options[chosen.id], [id]: value } },
              })
            }
            choices={ways.data?.bottles ?? []}
            bottles={draft.bottles ?? []}
            onBottles={(bottles) => setDraft({ ...draft, bottles })}
            problem={problem}
          />
        )
      }
    >
      <PlanViews lotId={lotId} />
      <h1>
        {lot?.code ?? '…'} {lot?.title ?? ''}: which way?
      </h1>
      <p className={`soft ${styles.opening}`}>{p?.opening}</p>
      <div className={styles.take}>
        <Select
          label="Lot"
          data={lots.map((l) => ({
            value: l.id,
            label: l.leftValue > 0 ? `${l.code}, ${l.left}` : `${l.code}, none left`,
          }))}
          value={lotId}
          onChange={(v) => v && void navigate(`/plan/${v}`)}
          allowDeselect={false}
          w={172}
        />
        <Select
          label="Way"
          data={[
            { group: 'found for this lot', items: found.map((w) => ({ value: w.id, label: w.title })) },
            {
              group: 'other ways, whether they go or not',
              items: others.map((w) => ({ value: w.id, label: w.title })),
            },
            { group: 'by hand', items: [{ value: own, label: 'a way of your own' }] },
          ]}
          value={!draft.own && [...found, ...others].some((w) => w.id === wayId) ? wayId : own}
          onChange={(v) => {
            if (!v) return;
            if (v === own) setDraft({ ...draft, methods: standing, own: true, options: {}, planId: null });
            else takeWay(v);
          }}
          error={problem?.of('way')}
          allowDeselect={false}
          w={226}
        />
        <QuantityField
          label="Taken into the batch"
          field="MassOrVolume"
          value={draft.amount}
          onChange={(amount) => setDraft({ ...draft, amount })}
          error={problem?.at('amount') ?? start.error?.at('amount')}
          w={132}
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
              w={82}
            />
            <button className="act" disabled={start.isPending || !!problem || !lot || lot.leftValue <= 0}>
              Start the batch
            </button>
          </form>
        )}
      </div>
      {comparison.data?.lotId === lotId && (
        <WayColumns
          comparison={comparison.data}
          chosen={wayId}
          onChoose={(c) => takeWay(c.id)}
          onWanted={(wanted) => setDraft({ ...draft, wanted })}
          stale={comparison.isPlaceholderData}
        />
      )}
      {draft.own && draft.methods && (
        <OwnWay
          methods={draft.methods}
          all={ways.data?.methods ?? []}
          behind={ways.data?.behind ?? ''}
          onChange={(methods) => setDraft({ ...draft, methods })}
          problem={problem}
        />
      )}
      {p && !p.refused && (
        <dl className={styles.sums}>
          <Sum name={`${p.for} to come`}>
            <Fig f={p.product} />
          </Sum>
          {p.nitric.likely > 0 && (
            <Sum name="nitric acid">
              <Fig f={p.nitric} />
            </Sum>
          )}
          {p.brownGas.likely > 0 && (
            <Sum name="brown gas that leaves">
              <Fig f={p.brownGas} />
            </Sum>
          )}
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
      {problem && <ProblemNote problem={problem} shown={['amount', 'way']} />}
      {p && <h2 className={styles.stairHead}>{p.wayTitle}</h2>}
      {p && (
        <Stair
          steps={p.steps}
          chosen={chosen?.id}
          onChoose={(id) => setStep(p.steps.findIndex((s) => s.id === id))}
          stale={plan.isPlaceholderData}
        />
      )}
      {p && !p.refused && (
        <SavedPlans lotId={lotId} draft={draft} methods={standing} onOpen={(next) => setDraft(next)} />
      )}
    </WithWorking>
  );
}

const own = 'own';

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
