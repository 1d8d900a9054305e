import { Select } from '@mantine/core';
import { useState } from 'react';
import { api, type DoseView, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWays } from '../api/ways';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './run.module.css';

interface Props {
  batch: Schemas['BatchView'];
  dose: DoseView;
  onDone: () => void;
}

/** Another bottle for a dose: what is still to be poured is dosed anew by its strength; what was poured stays as it was. */
export function ChangeBottle({ batch, dose, onDone }: Props) {
  const [chosen, setChosen] = useState<string | null>(null);
  const ways = useWays();
  const choices = (ways.data?.bottles ?? []).filter(
    (b) => b.formula === dose.formula && b.onShelf && b.id !== dose.bottleId,
  );
  const change = useWrite(
    async (head, id: string) =>
      unwrap(
        await api.POST('/api/batches/{batchId}/route', {
          params: { path: { batchId: batch.id } },
          body: {
            head,
            reason: `${dose.title} from ${id}`,
            bottles: [{ id }, ...batch.bottles.filter((b) => b.id !== id).map(again)],
          },
        }),
      ),
    onDone,
    batch.version,
  );
  return (
    <div className={styles.other}>
      <Select
        label={`${dose.title} from now on from`}
        placeholder={choices.length > 0 ? 'choose a bottle' : 'no other on the shelf'}
        data={choices.map((b) => ({
          value: b.id,
          label: [`${b.id}, ${b.strength}`, b.left, b.note].filter(Boolean).join(' · '),
        }))}
        value={chosen}
        onChange={setChosen}
      />
      <ProblemNote problem={change.error} />
      <button
        className="act"
        disabled={!chosen || change.isPending}
        onClick={() => chosen && change.mutate(chosen)}
      >
        Dose from it
      </button>
      <button className="lesser" onClick={onDone}>
        Leave it
      </button>
    </div>
  );
}

// A bottle of the shelf is known by its id; one that never stood there tells again what it holds.
const again = (b: Schemas['BottleChoice']) =>
  b.onShelf
    ? { id: b.id }
    : { id: b.id, formula: b.formula, strength: b.strength, density: b.density ? `${b.density} g/mL` : null };
