import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type FigureView, type Schemas } from '../api/client';
import type { DoseAsked } from '../api/leavings';
import { type Problem, unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { Fig } from '../metal/Fig';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './leavings.module.css';

/** What was poured and the pH that came of it: on the curve, and what it says of what is in the liquor. */
export function OwnReadings({
  asked,
  curve,
  moved,
  onRead,
}: {
  asked: DoseAsked;
  curve: Schemas['DoseCurveView'];
  moved: FigureView[];
  onRead: (all: string[]) => void;
}) {
  const read = asked.read;
  const go = useNavigate();
  const [grams, setGrams] = useState('');
  const [ph, setPh] = useState('');
  const [wrong, setWrong] = useState<Problem | null>(null);
  const believe = useWrite(
    async (head, all: string[]) =>
      unwrap(
        await api.POST('/api/leavings/{lotId}/believe', {
          params: { path: { lotId: asked.id } },
          body: { head: { ...head, expectedVersion: null }, with: asked.with, over: asked.over, read: all },
        }),
      ),
    () => void go(`/leavings?from=Lot&id=${encodeURIComponent(asked.id)}`),
  );
  // Asked with the new reading first: what cannot be read stays in its field, with why.
  const add = async () => {
    const all = [...read, `${grams}=${ph}`];
    try {
      unwrap(await api.GET('/api/leavings/curve', { params: { query: { ...asked, read: all } } }));
      setWrong(null);
      setGrams('');
      setPh('');
      onRead(all);
    } catch (e) {
      setWrong(e as Problem);
    }
  };
  const at = `read[${read.length}]`;
  return (
    <details className={styles.own} open={read.length > 0}>
      <summary>Your own pH readings{read.length > 0 && `, ${read.length}`}</summary>
      <form
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          void add();
        }}
      >
        <TextInput
          label={`${curve.name} poured so far`}
          placeholder="120 g"
          value={grams}
          onChange={(e) => setGrams(e.currentTarget.value)}
          error={wrong?.of(`${at}.grams`)}
          w={200}
        />
        <TextInput
          label="pH read"
          placeholder="3.2, or 3.2 ± 0.1"
          value={ph}
          onChange={(e) => setPh(e.currentTarget.value)}
          error={wrong?.of(`${at}.ph`)}
          w={160}
        />
        <button className="lesser" type="submit">
          Put it on the curve
        </button>
      </form>
      <ProblemNote problem={wrong} shown={[`${at}.grams`, `${at}.ph`]} />
      {curve.read.length > 0 && (
        <ul className={styles.plain}>
          {curve.read.map((r, i) => (
            <li key={i}>
              pH {r.ph} after {r.grams} g{' '}
              <button className="word" onClick={() => onRead(read.filter((_, k) => k !== i))}>
                leave it out
              </button>
              {r.says && <p className={styles.look}>{r.says}.</p>}
            </li>
          ))}
        </ul>
      )}
      {moved.length > 0 && (
        <>
          <p>By these readings there is in it:</p>
          <ul className={styles.content}>
            {moved.map((f) => (
              <li key={f.key}>
                <span>{f.label}</span>
                <Fig f={f} />
              </li>
            ))}
          </ul>
          {asked.from === 'Lot' && (
            <button className="lesser" disabled={believe.isPending} onClick={() => believe.mutate(read)}>
              Believe it so from now on
            </button>
          )}
          <ProblemNote problem={believe.error} />
        </>
      )}
    </details>
  );
}
