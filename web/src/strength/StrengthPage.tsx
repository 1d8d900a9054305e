import { useDebouncedValue, useLocalStorage } from '@mantine/hooks';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { api } from '../api/client';
import { type Problem, unwrap } from '../api/problem';
import { useChoices, useShelf } from '../api/shelf';
import { WithWorking } from '../metal/WorkingSheet';
import { Bring } from './Bring';
import { Curve } from './Curve';
import { complete, type Draft, fresh, wish } from './draft';
import { Keep } from './Keep';
import { Known } from './Known';
import { Readings } from './Readings';
import styles from './strength.module.css';
import { Views } from './Views';

/** Readings in, strength out, on the curve of its liquid; then what to pour to bring it where it is wanted. */
export function StrengthPage() {
  const [search] = useSearchParams();
  const bottle = search.get('bottle');
  return <Strength key={bottle ?? ''} bottleId={bottle} />;
}

function Strength({ bottleId }: { bottleId: string | null }) {
  const choices = useChoices();
  const shelf = useShelf();
  const [kept, setDraft] = useLocalStorage<Draft>({
    key: bottleId ? `spolium-strength-${bottleId}` : 'spolium-strength',
    defaultValue: bottleId ? { ...fresh, request: { ...fresh.request, by: 'Bottle', bottleId } } : fresh,
    getInitialValueInEffect: false,
  });
  const bottles = (shelf.data?.families ?? []).flatMap((f) => f.bottles).filter((b) => !b.empty);
  const asked = bottles.find((b) => b.id === kept.request.bottleId);
  // A bottle says itself what it holds.
  const draft =
    kept.request.by === 'Bottle' && asked
      ? { ...kept, request: { ...kept.request, solute: asked.formula } }
      : kept;
  const [settled] = useDebouncedValue(draft, 120);
  const then = wish(settled.then);
  const body = { ...settled.request, then };
  const ready = complete(settled.request);
  const answer = useQuery({
    queryKey: ['strength', body],
    enabled: ready,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(await api.POST('/api/strength', { body })),
  });
  // What is wrong with the wish must not hide the strength: it is asked for alone then.
  const problem = ready ? (answer.error as Problem | null) : null;
  const alone = useQuery({
    queryKey: ['strength', { ...settled.request, then: null }],
    enabled: ready && !!problem && !!then,
    retry: false,
    queryFn: async () =>
      unwrap(await api.POST('/api/strength', { body: { ...settled.request, then: null } })),
  });
  const view = ready ? (problem ? alone.data : answer.data) : undefined;
  const solute = choices.data?.solutes.find((s) => s.formula === draft.request.solute);
  const page = problem && alone.data ? { ...settled.request, then: null } : body;
  return (
    <WithWorking
      page={['strength', page]}
      load={async (key) =>
        unwrap(await api.POST('/api/strength/working', { body: page, params: { query: { key } } }))
      }
    >
      <Views />
      <div className={styles.page}>
        <section className={styles.readings}>
          <h1>How strong is it?</h1>
          <Readings
            draft={draft}
            onChange={setDraft}
            choices={choices.data}
            bottles={bottles}
            problem={problem}
          />
          {view && <Keep draft={settled} view={view} bottles={bottles} />}
        </section>
        <section aria-label="curve and strength">
          {solute && <Curve solute={solute} view={view} />}
          <Known view={view} ready={ready} problem={problem} />
        </section>
        <section className={styles.bring}>
          <Bring draft={draft} onChange={setDraft} view={view} bottles={bottles} problem={problem} />
        </section>
      </div>
    </WithWorking>
  );
}
