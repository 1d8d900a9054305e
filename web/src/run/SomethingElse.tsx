import { Checkbox, Select } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas, type StepView } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { TakeBack } from '../metal/TakeBack';
import styles from './run.module.css';
import { clock } from './time';

interface Props {
  batch: Schemas['BatchView'];
  step: StepView;
}

type What = 'poured' | 'joined' | 'sampled' | 'spilt' | 'boiledAway' | 'moved' | 'covered';

const kinds: { value: What; label: string; amount?: string; placeholder?: string }[] = [
  { value: 'poured', label: 'poured in: water, a rinse, anything', amount: 'How much', placeholder: '20 mL' },
  { value: 'joined', label: 'another holding put in' },
  { value: 'sampled', label: 'some taken out to look at', amount: 'How much', placeholder: '5 mL' },
  { value: 'spilt', label: 'spilt', amount: 'How much, about', placeholder: '15 mL, or 10 %' },
  { value: 'boiledAway', label: 'boiled down', amount: 'What is left', placeholder: '150 mL' },
  { value: 'moved', label: 'moved to another vessel' },
  { value: 'covered', label: 'covered otherwise' },
];

const empty = {
  amount: '',
  bottleId: null as string | null,
  holding: null as string | null,
  into: null as string | null,
  withSolids: false,
  rinsed: false,
  reason: '',
};

/** What no plan foresaw: it is written as it was, and the rest follows it. */
export function SomethingElse({ batch, step }: Props) {
  const [what, setWhat] = useState<What | null>(null);
  const [open, setOpen] = useState(false);
  const [told, setTold] = useState(empty);
  const [happened, setHappened] = useState(false);
  const path = { batchId: batch.id, stepId: step.id };
  const choices = useQuery({
    queryKey: ['beside', path.batchId, path.stepId, batch.version],
    enabled: open,
    queryFn: async () =>
      unwrap(await api.GET('/api/batches/{batchId}/steps/{stepId}/beside', { params: { path } })),
  });
  const write = useWrite(
    async (head, wish: { what: What; told: typeof empty; happened: boolean }) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/beside', {
          params: { path },
          body: {
            head,
            what: wish.what,
            ...wish.told,
            amount: wish.told.amount || null,
            reason: wish.told.reason || null,
            happened: wish.happened,
          },
        }),
      ),
    () => {
      setWhat(null);
      setTold(empty);
      setHappened(false);
    },
    batch.version,
  );
  const kind = kinds.find((k) => k.value === what);
  const set = (part: Partial<typeof empty>) => setTold({ ...told, ...part });
  const pick = (
    label: string,
    of: Schemas['BesideChoice'][] | undefined,
    value: string | null,
    key: 'bottleId' | 'holding' | 'into',
  ) => (
    <Select
      label={label}
      placeholder={of?.length === 0 ? 'there is none' : 'choose'}
      data={(of ?? []).map((c) => ({ value: c.id, label: c.words }))}
      value={value}
      onChange={(v) => set({ [key]: v })}
      error={write.error?.of(key)}
      searchable
    />
  );
  const send = (now: boolean) => what && write.mutate({ what, told, happened: now });
  return (
    <section aria-label="something else happened">
      {step.beside.map((b) => (
        <p key={b.entryId} className={styles.besideLine}>
          <span className="soft">{clock(b.at)}</span> {b.words}{' '}
          <TakeBack
            words="take back"
            seen={batch.version}
            send={async (head, reason) =>
              unwrap(
                await api.POST('/api/batches/{batchId}/corrections', {
                  params: { path: { batchId: batch.id } },
                  body: { head, corrects: b.entryId, reason },
                }),
              )
            }
          />
        </p>
      ))}
      {!open ? (
        <button className="word" onClick={() => setOpen(true)}>
          something else happened
        </button>
      ) : (
        <form
          className={styles.besideForm}
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            send(false);
          }}
        >
          <Select
            label="Something else happened"
            placeholder="what?"
            data={kinds.filter((k) => k.value !== 'covered' || (choices.data?.covers.length ?? 0) > 0)}
            value={what}
            onChange={(v) => {
              setWhat(v as What | null);
              setTold(empty);
              setHappened(false);
              write.reset();
            }}
          />
          {what === 'poured' && pick('From', choices.data?.bottles, told.bottleId, 'bottleId')}
          {what === 'joined' && pick('Which', choices.data?.holdings, told.holding, 'holding')}
          {what === 'moved' && pick('Into', choices.data?.vessels, told.into, 'into')}
          {what === 'covered' && pick('Over it now', choices.data?.covers, told.into, 'into')}
          {kind?.amount && (
            <QuantityField
              label={kind.amount}
              field={told.amount.includes('%') ? 'Share' : 'MassOrVolume'}
              placeholder={kind.placeholder}
              value={told.amount}
              onChange={(amount) => set({ amount })}
              error={write.error?.at('amount')}
              onAgree={(amount) => set({ amount })}
            />
          )}
          {(what === 'spilt' || what === 'sampled') && (
            <Checkbox
              label="with what lay at the bottom"
              checked={told.withSolids}
              onChange={(e) => set({ withSolids: e.currentTarget.checked })}
            />
          )}
          {what === 'moved' && (
            <Checkbox
              label="the one before was rinsed over"
              checked={told.rinsed}
              onChange={(e) => set({ rinsed: e.currentTarget.checked })}
            />
          )}
          {(write.error?.of('reason') || (write.error?.of('amount') && what === 'poured')) && (
            <label className={styles.reason}>
              If it is so, why?
              <input value={told.reason} onChange={(e) => set({ reason: e.currentTarget.value })} />
            </label>
          )}
          {write.error?.of('happened') && (
            <Checkbox
              label="it has happened already"
              checked={happened}
              onChange={(e) => setHappened(e.currentTarget.checked)}
            />
          )}
          <ProblemNote problem={write.error} shown={['amount', 'bottleId', 'holding', 'into']} />
          {what && (
            <button
              className="act"
              disabled={write.isPending}
              type={happened ? 'button' : 'submit'}
              onClick={happened ? () => send(true) : undefined}
            >
              Write it down
            </button>
          )}
          <button
            className="lesser"
            type="button"
            onClick={() => {
              setOpen(false);
              setWhat(null);
              write.reset();
            }}
          >
            Leave it
          </button>
        </form>
      )}
    </section>
  );
}
