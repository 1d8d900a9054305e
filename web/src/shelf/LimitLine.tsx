import { useState } from 'react';
import type { Schemas } from '../api/client';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { QuantityField } from '../metal/QuantityField';
import styles from './shelf.module.css';

/** One limit of work, which the shop may make smaller. */
export function LimitLine({ limit }: { limit: Schemas['LimitView'] }) {
  const [open, setOpen] = useState(false);
  const [most, setMost] = useState('');
  const lower = useWrite(
    async (head, w: string) =>
      unwrap(
        await api.POST('/api/licences/limits/{limitId}', {
          params: { path: { limitId: limit.id } },
          body: { head, most: w },
        }),
      ),
    () => {
      setOpen(false);
      setMost('');
    },
  );
  return (
    <tr>
      <th scope="row">{limit.what}</th>
      <td className="figures">
        {limit.most}
        {limit.lowered && ` (Spolium: ${limit.usual})`}
      </td>
      <td>{limit.open ? 'covered by a licence today' : `a licence for ${limit.scope}`}</td>
      <td>
        {open ? (
          <form
            noValidate
            className={styles.limitForm}
            onSubmit={(e) => {
              e.preventDefault();
              lower.mutate(most);
            }}
          >
            <QuantityField
              label="At most"
              placeholder={limit.usual}
              field={limit.field === 'Volume' ? 'Volume' : 'Mass'}
              value={most}
              onChange={setMost}
              error={lower.error?.at('most')}
              w={150}
            />
            <button className="lesser" disabled={lower.isPending}>
              Keep
            </button>
          </form>
        ) : (
          <button type="button" className="word" onClick={() => setOpen(true)}>
            Make it smaller
          </button>
        )}
      </td>
    </tr>
  );
}
