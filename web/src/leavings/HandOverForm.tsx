import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './container.module.css';

const nothing = { amount: '', receiver: '', licence: '', container: '', ph: '', receipt: '', note: '' };

/** So much of a lot leaves the house, to somebody. */
export function HandOverForm({
  lotId,
  liquor,
  licence,
}: {
  lotId: string;
  liquor: boolean;
  licence: string | null;
}) {
  const [typed, setTyped] = useState(nothing);
  const go = useNavigate();
  const write = useWrite(
    async (head, w: typeof nothing) =>
      unwrap(
        await api.POST('/api/leavings/{lotId}/hand-over', {
          params: { path: { lotId } },
          body: { head: { ...head, expectedVersion: null }, ...w, ph: w.ph || null, note: w.note || null },
        }),
      ),
    () => void go('/leavings/register'),
  );
  const field = (name: keyof typeof nothing, label: string, placeholder: string, w: number) => (
    <TextInput
      label={label}
      placeholder={placeholder}
      value={typed[name]}
      onChange={(e) => setTyped({ ...typed, [name]: e.currentTarget.value })}
      error={write.error?.of(name)}
      w={w}
    />
  );
  return (
    <form
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(typed);
      }}
    >
      <div className={styles.form}>
        {field('amount', 'How much goes', liquor ? '7.5 L' : '320 g', 120)}
        {field('container', 'In what', '20 L canister', 180)}
        {liquor && field('ph', 'pH, as read', '8', 110)}
        {field('receiver', 'Who takes it', 'waste station, refiner', 240)}
        {field('licence', 'Their licence', licence ? 'number' : 'number, where there is one', 210)}
        {field('receipt', 'Receipt', 'may come later', 150)}
        {field('note', 'Note', '', 260)}
      </div>
      <ProblemNote problem={write.error} shown={Object.keys(nothing)} />
      <p>
        <button className="act" type="submit" disabled={write.isPending}>
          It left the house
        </button>
      </p>
    </form>
  );
}
