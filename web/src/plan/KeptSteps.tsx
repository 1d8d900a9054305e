import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useKept } from '../api/ways';
import { TakeBack } from '../metal/TakeBack';
import styles from './plan.module.css';

type Try = Schemas['TryRequest'];

/** Steps that somebody tried and kept: chosen again, or let go. */
export function KeptSteps({ onChoose }: { onChoose: (draft: Try) => void }) {
  const kept = useKept();
  if (!kept.data || kept.data.length === 0) return null;
  return (
    <section className="noprint">
      <h2>Kept</h2>
      <ul className={styles.kept}>
        {kept.data.map((k) => (
          <li key={k.keptId}>
            <button type="button" className="word" onClick={() => onChoose(k.try)}>
              {k.title}
            </button>
            <span className="soft">
              {k.methodTitle}, {k.words}; {k.by}
            </span>
            <TakeBack
              words="Let it go"
              seen={1}
              send={async (head, reason) =>
                unwrap(
                  await api.POST('/api/step/kept/{keptId}/take-back', {
                    params: { path: { keptId: k.keptId } },
                    body: { head, reason },
                  }),
                )
              }
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
