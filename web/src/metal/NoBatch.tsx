import type { Schemas } from '../api/client';
import { Problem } from '../api/problem';
import { BatchChoice } from './BatchChoice';

interface Props {
  /** What the shop said. */
  problem: Error;
  place: string;
  batches: Schemas['BatchListItem'][];
}

/** A batch that is not here (any more): what is said of it, and the way on. */
export function NoBatch({ problem, place, batches }: Props) {
  return (
    <>
      <h1 role="alert">{problem.message}</h1>
      {problem instanceof Problem && problem.status === 404 && (
        <p>What it was fed may have been given back to its lot. The others are here:</p>
      )}
      <BatchChoice place={place} batches={batches} chosen="" />
    </>
  );
}
