import { Checkbox, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, type Schemas } from '../api/client';
import { useMoney } from '../api/money';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import styles from './worth.module.css';

/** Whose the lot is and on which terms it is worked; empty makes it the shop's own again. */
export function Owner({ lot, onDone }: { lot: Schemas['LotView']; onDone: () => void }) {
  const money = useMoney();
  const [owner, setOwner] = useState(lot.for?.owner ?? '');
  const [feePerGram, setFeePerGram] = useState(lot.for?.feePerGram ?? '');
  const [fee, setFee] = useState(lot.for?.fee ?? '');
  const [kept, setKept] = useState(lot.for?.kept ?? '');
  const [leavingsGoBack, setLeavings] = useState(lot.for?.leavingsGoBack ?? false);
  // What somebody wrote while it was open is told, not overwritten.
  const [seen] = useState(lot.version);
  const write = useWrite(
    async (head, wish: Omit<Schemas['OwnerRequest'], 'head'>) =>
      unwrap(
        await api.POST('/api/lots/{lotId}/owner', {
          params: { path: { lotId: lot.id } },
          body: { head, ...wish },
        }),
      ),
    onDone,
    seen,
  );
  return (
    <form
      className={styles.little}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({
          owner: owner.trim() || null,
          feePerGram: feePerGram.trim() || null,
          fee: fee.trim() || null,
          kept: kept.trim() || null,
          leavingsGoBack,
        });
      }}
    >
      <TextInput
        label="Whose it is"
        placeholder="empty: the shop’s own"
        value={owner}
        onChange={(e) => setOwner(e.currentTarget.value)}
        error={write.error?.of('owner')}
      />
      <QuantityField
        label="Fee for a gram of fine metal"
        placeholder={money.text(12)}
        field="Money"
        value={feePerGram}
        onChange={setFeePerGram}
        error={write.error?.at('feePerGram')}
      />
      <QuantityField
        label="Fee for the lot"
        placeholder={money.text(250)}
        field="Money"
        value={fee}
        onChange={setFee}
        error={write.error?.at('fee')}
      />
      <QuantityField
        label="Share of the metal that the shop keeps"
        placeholder="5 %"
        field="Share"
        value={kept}
        onChange={setKept}
        error={write.error?.at('kept')}
      />
      <Checkbox
        my={12}
        label="What filters, liquors and slags give later goes back too"
        checked={leavingsGoBack}
        onChange={(e) => setLeavings(e.currentTarget.checked)}
      />
      <ProblemNote problem={write.error} shown={['owner', 'feePerGram', 'fee', 'kept']} />
      <button className="lesser" disabled={write.isPending}>
        Write it down
      </button>
    </form>
  );
}
