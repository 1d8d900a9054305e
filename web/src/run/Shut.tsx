import type { Schemas, StepView } from '../api/client';
import { ProblemNote } from '../metal/ProblemNote';
import { useSeen } from './seen';

interface Props {
  batch: Schemas['BatchView'];
  step: StepView;
  by: Schemas['InterlockView'];
}

/** What keeps a dose shut: a reading that is still to be taken, or a state that the person confirms. */
export function Shut({ batch, step, by }: Props) {
  const see = useSeen(batch, step);
  const { state } = by;
  return (
    <div className="caution">
      <p>{by.text}</p>
      {state && (
        <button type="button" className="lesser" disabled={see.isPending} onClick={() => see.mutate(state)}>
          It is so
        </button>
      )}
      <ProblemNote problem={see.error} />
    </div>
  );
}
