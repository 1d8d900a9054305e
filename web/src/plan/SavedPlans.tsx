import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { usePlan, usePlans } from '../api/plans';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import type { PlanDraft } from './useDraft';
import styles from './ways.module.css';

interface Props {
  lotId: string;
  draft: PlanDraft;
  /** Methods of the way that stands below. */
  methods: string[];
  onOpen: (draft: PlanDraft) => void;
}

/** Plans that were put by for this lot: saved, renamed, copied, compared with what they would be today. */
export function SavedPlans({ lotId, draft, methods, onOpen }: Props) {
  const plans = usePlans();
  const [title, setTitle] = useState('');
  const save = useWrite(
    async (head, wish: { title: string; copyOf: string | null }, once) =>
      unwrap(
        await api.POST('/api/plans', {
          body: {
            head,
            planId: once.id,
            ...wish,
            lotId,
            amount: draft.amount,
            way: null,
            methods,
            options: draft.options,
            bottles: draft.bottles,
          },
        }),
      ),
    (plan) => {
      setTitle('');
      onOpen({ ...draft, methods, planId: plan.id });
    },
  );
  const mine = (plans.data ?? []).filter((p) => p.lotId === lotId);
  return (
    <section className={styles.saved} aria-label="saved plans">
      <h2>Plans put by</h2>
      <form
        className={styles.save}
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate({ title, copyOf: draft.planId ?? null });
        }}
      >
        <TextInput
          label={draft.planId ? 'Save it as a copy named' : 'Save this plan as'}
          placeholder="with the strong acid"
          value={title}
          onChange={(e) => setTitle(e.currentTarget.value)}
          error={save.error?.of('title')}
          w={300}
        />
        <button className="lesser" disabled={!title.trim() || methods.length === 0 || save.isPending}>
          Save
        </button>
      </form>
      <ProblemNote problem={save.error} shown={['title']} />
      <ul>
        {mine.map((p) => (
          <Saved key={p.id} plan={p} open={p.id === draft.planId} onOpen={onOpen} draft={draft} />
        ))}
      </ul>
    </section>
  );
}

function Saved({
  plan,
  open,
  onOpen,
  draft,
}: {
  plan: Schemas['SavedPlanItem'];
  open: boolean;
  onOpen: (draft: PlanDraft) => void;
  draft: PlanDraft;
}) {
  const [looking, setLooking] = useState(false);
  const [name, setName] = useState<string | null>(null);
  const saved = usePlan(looking || open ? plan.id : null);
  const s = saved.data;
  const rename = useWrite(
    async (head, title: string) =>
      unwrap(
        await api.POST('/api/plans/{planId}/rename', {
          params: { path: { planId: plan.id } },
          body: { head, title },
        }),
      ),
    () => setName(null),
  );
  const drop = useWrite(async (head) =>
    unwrap(
      await api.POST('/api/plans/{planId}/drop', { params: { path: { planId: plan.id } }, body: { head } }),
    ),
  );
  return (
    <li>
      <div className={styles.savedLine}>
        <strong>{plan.title}</strong>
        <span className="soft">
          {plan.amount}, {new Date(plan.at).toLocaleDateString('en-GB')} by {plan.by}
          {plan.copyOf && `, a copy of “${plan.copyOf}”`}
          {plan.batches.length > 0 && `, became ${plan.batches.join(', ')}`}
        </span>
        <button
          className="word"
          disabled={open && !s}
          onClick={() => {
            setLooking(true);
            if (s)
              onOpen({
                ...draft,
                amount: s.amountText,
                methods: s.methods,
                own: false,
                options: s.options,
                bottles: s.bottles.length > 0 ? s.bottles.map((id) => ({ id })) : null,
                planId: plan.id,
              });
          }}
        >
          {s ? (open ? 'it stands above' : 'take it up') : 'then and now'}
        </button>
        <button className="word" onClick={() => setName(name === null ? plan.title : null)}>
          rename
        </button>
        <button className="word" disabled={drop.isPending} onClick={() => drop.mutate({})}>
          drop<span className="hidden"> {plan.title}</span>
        </button>
      </div>
      {name !== null && (
        <form
          className={styles.save}
          onSubmit={(e) => {
            e.preventDefault();
            rename.mutate(name);
          }}
        >
          <TextInput
            aria-label="new name"
            value={name}
            onChange={(e) => setName(e.currentTarget.value)}
            error={rename.error?.of('title')}
            w={300}
          />
          <button className="lesser">Rename</button>
        </form>
      )}
      {s && (
        <>
          {s.changed.length > 0 && <p className="soft">Changed since: {s.changed.join(', ')}.</p>}
          {s.refused && <p className="cautionStop">Today it would be refused. {s.refused}</p>}
          <table className={styles.thenNow}>
            <thead>
              <tr>
                <th />
                <th>when it was saved</th>
                <th>today</th>
              </tr>
            </thead>
            <tbody>
              {s.figures.map((f) => (
                <tr key={f.label} className={f.differs ? styles.differs : undefined}>
                  <th scope="row">{f.label}</th>
                  <td className="figures">{f.then}</td>
                  <td className="figures">{f.now || 'not there'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </li>
  );
}
