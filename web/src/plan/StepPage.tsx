import { Select } from '@mantine/core';
import { useDebouncedValue, useLocalStorage } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { api, type Schemas } from '../api/client';
import { type Problem, unwrap } from '../api/problem';
import { useWays } from '../api/ways';
import { ProblemNote } from '../metal/ProblemNote';
import { WithWorking } from '../metal/WorkingSheet';
import { ChargeLine } from './ChargeLine';
import { KeptSteps } from './KeptSteps';
import { byStage } from './OwnWay';
import { PlanViews } from './PlanViews';
import styles from './plan.module.css';
import { StepAnswers } from './StepAnswers';
import { StepDoings } from './StepDoings';
import { StepSheet } from './StepSheet';

type Try = Schemas['TryRequest'];

const first: Try = {
  method: '',
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
  const ways = useWays();
  const alone = ways.data?.alone ?? '';
  const tried = useMemo(() => ({ ...draft, method: draft.method || alone }), [draft, alone]);
  const [body] = useDebouncedValue(tried, 150);
  const plan = useQuery({
    queryKey: ['step', body],
    retry: false,
    enabled: body.method !== '',
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(await api.POST('/api/step', { body })),
  });
  const problem = plan.error as Problem | null;
  const [good, setGood] = useState(plan.data);
  if (plan.data && plan.data !== good) setGood(plan.data);
  const view = plan.data ?? good;
  const step = view?.step;
  const method = ways.data?.methods.find((m) => m.id === tried.method);
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
          value={tried.method}
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
      {step && <StepAnswers step={step} stale={plan.isPlaceholderData || !!problem} />}
      {step && step.refusals.length === 0 && !problem && (
        <StepDoings draft={tried} title={method?.title ?? ''} />
      )}
      <p className="soft">{view?.opening}</p>
      <KeptSteps onChoose={setDraft} />
    </WithWorking>
  );
}
