import { MultiSelect, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWays } from '../api/ways';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { byStage } from '../plan/OwnWay';
import styles from './run.module.css';

const again = 'again';

/** Further steps in a batch that is under way: a second refine, a wash, a trial on a part. What has begun stays as it is. */
export function PutIn({ batch }: { batch: Schemas['BatchView'] }) {
  const [open, setOpen] = useState(false);
  const [after, setAfter] = useState<string | null>(null);
  const [what, setWhat] = useState<string>(again);
  const [reason, setReason] = useState('');
  const [holding, setHolding] = useState<string | null>(null);
  const [others, setOthers] = useState<string[]>([]);
  const ways = useWays();
  // Steps may be put in behind the last that has begun, and behind any after it.
  const begun = batch.steps.filter((s) => s.begun).length;
  const places = batch.steps.slice(Math.max(0, begun - 1));
  const write = useWrite(
    async (
      head,
      w: { after: string; methods: string[]; holding: string | null; with: string[]; reason: string },
    ) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/route', {
          params: { path: { batchId: batch.id } },
          body: { head, ...w },
        }),
      ),
    () => setOpen(false),
    batch.version,
  );
  if (!open)
    return (
      <button type="button" className="word" onClick={() => setOpen(true)}>
        Put further steps in
      </button>
    );
  const place = after ?? places[0]?.id ?? '';
  const makes = batch.steps.find((s) => s.id === place)?.makes ?? [];
  const waiting = batch.steps
    .slice(0, batch.steps.findIndex((s) => s.id === place) + 1)
    .flatMap((s) =>
      s.makes.filter((m) => m.waits).map((m) => ({ value: m.id, label: `${s.verb}: ${m.name}` })),
    );
  return (
    <form
      className={styles.putIn}
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({
          after: place,
          methods: what === again ? (ways.data?.again ?? []) : [what],
          holding,
          with: others,
          reason,
        });
      }}
    >
      <Select
        label="Behind"
        data={places.map((s) => ({ value: s.id, label: `${s.id.split('-')[0] ?? ''} ${s.verb}` }))}
        value={place}
        onChange={(v) => {
          setAfter(v);
          setHolding(null);
        }}
        allowDeselect={false}
        error={write.error?.of('after')}
      />
      <Select
        label="Put in"
        data={[
          { group: 'a loop', items: [{ value: again, label: 'refine the gold once more' }] },
          ...byStage(ways.data?.methods ?? []),
        ]}
        value={what}
        onChange={(v) => v && setWhat(v)}
        allowDeselect={false}
        searchable
      />
      {makes.length > 1 && (
        <Select
          label="On"
          data={makes.map((m) => ({
            value: m.output,
            label: m.main ? `${m.name}, and the way goes on from there` : `${m.name}, as a branch`,
          }))}
          value={holding ?? makes[0]?.output ?? null}
          onChange={(v) => setHolding(v === makes[0]?.output ? null : v)}
          allowDeselect={false}
        />
      )}
      {waiting.length > 0 && (
        <MultiSelect label="Together with" data={waiting} value={others} onChange={setOthers} />
      )}
      <TextInput
        label="Why"
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        error={write.error?.of('reason')}
      />
      <ProblemNote problem={write.error} shown={['reason', 'after']} />
      <button className="lesser" disabled={write.isPending}>
        Put in
      </button>
      <button type="button" className="word" onClick={() => setOpen(false)}>
        leave it
      </button>
    </form>
  );
}
