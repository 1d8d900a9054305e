import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas, type StepView } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { ReadWith } from '../metal/ReadWith';
import { Changes } from './Changes';
import styles from './run.module.css';

interface Props {
  batch: Schemas['BatchView'];
  step: StepView;
  output: Schemas['OutputView'];
  /** Something that the way leaves beside its product, and that is one too. */
  beside?: boolean;
}

/** A holding is weighed; a product with its fineness, when there is an assay. */
export function Weighing({ batch, step, output, beside = false }: Props) {
  const [mass, setMass] = useState('');
  const [fineness, setFineness] = useState('');
  const [assayedBy, setAssayedBy] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const [typed] = useDebouncedValue(mass, 250);
  const preview = useQuery({
    queryKey: ['weighing', batch.version, output.id, typed],
    enabled: typed.trim().length > 0,
    retry: false,
    queryFn: async () =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/weighings/preview', {
          params: { path: { batchId: batch.id, stepId: step.id } },
          body: { output: output.id, mass: typed },
        }),
      ),
  });
  const isProduct = beside || (output.main && batch.untaken.includes(output.id));
  const weigh = useWrite(
    async (head, wish: { mass: string; fineness: string; reason: string }) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/weighings', {
          params: { path: { batchId: batch.id, stepId: step.id } },
          body: {
            head,
            output: output.id,
            mass: wish.mass,
            plusMinus: null,
            fineness: wish.fineness || null,
            assayedBy,
            reason: wish.reason || null,
            isProduct: beside,
          },
        }),
      ),
    () => {
      setMass('');
      setReason('');
    },
    batch.version,
  );
  return (
    <form
      className={styles.readings}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        weigh.mutate({ mass, fineness, reason });
      }}
    >
      <div className={styles.line}>
        <QuantityField
          label={`Weigh ${output.weigh ?? output.name}${output.weighed ? `, was ${output.weighed}` : ''}`}
          placeholder="4.21 g"
          field="Mass"
          value={mass}
          onChange={setMass}
          error={weigh.error?.at('mass')}
          onAgree={(becomes) => {
            setMass(becomes);
            weigh.mutate({ mass: becomes, fineness, reason: '' });
          }}
          flex={1}
        />
        <button className="lesser" disabled={!mass.trim() || weigh.isPending}>
          Log
        </button>
      </div>
      <Changes changes={mass ? preview.data?.changes : undefined} />
      {isProduct && (
        <QuantityField
          label="Fineness or purity, if it was assayed"
          placeholder="996 ‰ · 24 K"
          field="Fineness"
          value={fineness}
          onChange={setFineness}
          error={weigh.error?.at('fineness')}
        />
      )}
      {isProduct && fineness.trim() && (
        <ReadWith label="Assayed by" field="Fineness" value={assayedBy} onChange={setAssayedBy} />
      )}
      {weigh.error?.of('mass') && (
        <label className={styles.reason}>
          If it is so, why?
          <input value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
        </label>
      )}
      <ProblemNote problem={weigh.error} shown={['mass', 'fineness']} />
    </form>
  );
}
