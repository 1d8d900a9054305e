import { api, type Schemas, type StepView } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';

/** Writes down that a sign was seen, or that a state is confirmed. */
export const useSeen = (batch: Schemas['BatchView'], step: StepView) =>
  useWrite(
    async (head, sign: string) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/steps/{stepId}/signs', {
          params: { path: { batchId: batch.id, stepId: step.id } },
          body: { head, sign },
        }),
      ),
    undefined,
    batch.version,
  );
