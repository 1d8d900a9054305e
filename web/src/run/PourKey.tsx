import { useHotkeys } from '@mantine/hooks';
import { useEffect, useState } from 'react';
import { api, type DoseView, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import ladder from './ladder.module.css';

/** What was just logged stands in the key's place so long, ms: a second tap or a resting finger pours nothing. */
const told = 1500;

interface Props {
  batch: Schemas['BatchView'];
  dose: DoseView;
  bottle: string;
  /** Amount of the next portion; nothing where the ladder is at its end. */
  next: string | undefined;
  words: string;
  shut: boolean;
  /** Another reagent than the last one: it is taken up before it can be poured. */
  fresh: boolean;
  onPour: (amount: string) => void;
}

/** The big key that logs the next portion. It says what it logged before it can log again, and another reagent wants a fresh aim. */
export function PourKey({ batch, dose, bottle, next, words, shut, fresh, onPour }: Props) {
  const poured = dose.rungs.filter((r) => r.entryId);
  const last = poured.at(-1);
  const [seen, setSeen] = useState(poured.length);
  const [taken, setTaken] = useState(!fresh);
  const logged = poured.length > seen ? last?.entryId : null;
  useEffect(() => {
    const done = setTimeout(() => setSeen(poured.length), poured.length > seen ? told : 0);
    return () => clearTimeout(done);
  }, [poured.length, seen]);
  const undo = useWrite(
    async (head, corrects: string) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/corrections', {
          params: { path: { batchId: batch.id } },
          body: { head, corrects, reason: 'undone at once' },
        }),
      ),
    undefined,
    batch.version,
  );
  const press = () => {
    if (shut || logged || !next) return;
    if (taken) onPour(next);
    else setTaken(true);
  };
  // A key that is held down repeats: only the first of it counts.
  useHotkeys([['p', (e) => !e.repeat && press()]]);
  if (logged && last)
    return (
      <div className={ladder.logged} role="status">
        <span>
          logged <span className="figures">{last.amount}</span>
        </span>
        <button className="word" disabled={undo.isPending} onClick={() => undo.mutate(logged)}>
          undo
        </button>
        <ProblemNote problem={undo.error} />
      </div>
    );
  if (!next) return null;
  return taken ? (
    <button
      className={ladder.huge}
      disabled={shut}
      onKeyDown={(e) => e.repeat && e.preventDefault()}
      onClick={press}
    >
      {words} {next}
    </button>
  ) : (
    <button className={ladder.takeUp} disabled={shut} onClick={press}>
      Take up {dose.title}
      {dose.formula !== 'H2O' && `, ${bottle}`}
    </button>
  );
}
