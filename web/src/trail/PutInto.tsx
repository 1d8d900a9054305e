import { Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, type Schemas } from '../api/client';
import { usePools } from '../api/pools';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './trail.module.css';

/** A leaving goes into a tub or a pot, where those of other batches lie. */
export function PutInto({
  trail,
  holding,
}: {
  trail: Schemas['TrailView'];
  holding: Schemas['TrailHolding'];
}) {
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const [pool, setPool] = useState<string | null>(null);
  const pools = usePools();
  const write = useWrite(
    async (head, poolId: string) =>
      unwrap(
        await api.POST('/api/pools/{poolId}/put-in', {
          params: { path: { poolId } },
          body: {
            head,
            batchId: trail.batchId,
            stepId: holding.stepId,
            output: holding.output,
            reason: reason || null,
          },
        }),
      ),
    () => setAsking(false),
    trail.version,
  );
  if (!asking)
    return (
      <button className="word" onClick={() => setAsking(true)}>
        put into…<span className="hidden"> {holding.name}</span>
      </button>
    );
  if (pools.data?.pools.length === 0)
    return (
      <span>
        no tub or pot is set up: <Link to="/books/pools">set one up</Link>
      </span>
    );
  return (
    <span className={styles.putInto}>
      <Select
        aria-label={`where ${holding.name} goes`}
        placeholder="choose a tub or pot"
        data={pools.data?.pools.map((p) => ({ value: p.id, label: `${p.code}, ${p.title}` })) ?? []}
        value={pool}
        onChange={(v) => {
          setPool(v);
          if (v) write.mutate(v);
        }}
        disabled={write.isPending}
      />
      {write.error?.of('reason') && (
        <>
          <TextInput
            label="If you mean it, why?"
            value={reason}
            onChange={(e) => setReason(e.currentTarget.value)}
          />
          <button
            type="button"
            className="lesser"
            disabled={!reason.trim() || write.isPending}
            onClick={() => pool && write.mutate(pool)}
          >
            Put it in
          </button>
        </>
      )}
      <ProblemNote problem={write.error} />
    </span>
  );
}
