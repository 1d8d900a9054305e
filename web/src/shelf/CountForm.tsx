import { useLocalStorage } from '@mantine/hooks';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, type Schemas } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import styles from './shelf.module.css';

/** What really stands in the bottles, against the book: differences are shown after, and posted. */
export function CountForm({ bottles }: { bottles: Schemas['ShelfBottleView'][] }) {
  const [counted, setCounted] = useLocalStorage<Record<string, string>>({
    key: 'spolium-count',
    defaultValue: {},
    getInitialValueInEffect: false,
  });
  const [reason, setReason] = useState('');
  const navigate = useNavigate();
  const lines = bottles.filter((b) => counted[b.id]?.trim());
  const write = useWrite(
    async (head, w: { lines: Schemas['CountLine'][]; reason: string }) =>
      unwrap(
        await api.POST('/api/shelf/count', { body: { head, lines: w.lines, reason: w.reason || null } }),
      ),
    () => {
      setCounted({});
      void navigate('/shelf');
    },
  );
  return (
    <form
      className={styles.count}
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({
          lines: lines.map((b) => ({ bottleId: b.id, amount: counted[b.id] ?? '' })),
          reason,
        });
      }}
    >
      <p className="soft">
        Write what stands in each bottle, glass taken off, or its volume. Bottles left empty here stay as the
        book has them.
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col">bottle</th>
            <th scope="col">by the book</th>
            <th scope="col">counted</th>
            <th scope="col">differs by</th>
          </tr>
        </thead>
        <tbody>
          {bottles.map((b) => {
            const i = lines.indexOf(b);
            return (
              <tr key={b.id}>
                <th scope="row">
                  {b.id}, {b.name}
                </th>
                <td className="figures">
                  {b.contents.value} {b.contents.unit}
                  {b.millilitres && ` = ${b.millilitres.value} ${b.millilitres.unit}`}
                </td>
                <td>
                  <QuantityField
                    aria-label={`counted in ${b.id}`}
                    field="MassOrVolume"
                    value={counted[b.id] ?? ''}
                    onChange={(text) => setCounted({ ...counted, [b.id]: text })}
                    error={i >= 0 ? write.error?.at(`lines[${i}].amount`) : undefined}
                  />
                </td>
                <td className="figures">{difference(b, counted[b.id] ?? '')}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {write.error && (
        <label className={styles.reason}>
          If it is so, why?
          <input value={reason} onChange={(e) => setReason(e.currentTarget.value)} />
        </label>
      )}
      <ProblemNote problem={write.error} shown={lines.map((_, i) => `lines[${i}].amount`)} />
      <button className="act" disabled={lines.length === 0 || write.isPending}>
        Post the count
      </button>{' '}
      <Link to="/shelf" className="lesser">
        Leave it
      </Link>
    </form>
  );
}

// Only what is plainly grams or millilitres is compared while typing; the server reads all units when it is posted.
function difference(b: Schemas['ShelfBottleView'], text: string): string {
  const m = /^\s*(\d+(?:[.,]\d+)?)\s*(g|kg|mL|L)\s*$/i.exec(text);
  if (!m?.[1] || !m[2]) return '';
  const unit = m[2].toLowerCase();
  const number = Number(m[1].replace(',', '.')) * (unit === 'kg' || unit === 'l' ? 1000 : 1);
  const book = unit.endsWith('l') ? b.millilitres?.likely : b.contents.likely;
  if (book === undefined) return '';
  const by = number - book;
  return `${by >= 0 ? '+' : '−'}${Math.abs(by)
    .toFixed(Math.abs(by) < 10 ? 1 : 0)
    .replace(/\B(?=(\d{3})+$)/g, '\u202f')} ${unit.endsWith('l') ? 'mL' : 'g'}`;
}
