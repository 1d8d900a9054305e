import { Checkbox, Group, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api } from '../api/client';
import { newId } from '../api/newId';
import { unwrap } from '../api/problem';
import { useLicences } from '../api/ways';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { TakeBack } from '../metal/TakeBack';
import { LimitLine } from './LimitLine';
import styles from './shelf.module.css';

const nothing = { number: '', holder: '', from: '', until: '' };

/** Licences of the shop, and how much of dangerous work is led without one. */
export function LicenceList() {
  const { data } = useLicences();
  const [typed, setTyped] = useState(nothing);
  const [scope, setScope] = useState<string[]>([]);
  const hold = useWrite(
    async (head, w: typeof nothing & { scope: string[] }) =>
      unwrap(
        await api.POST('/api/licences', {
          body: { head, licenceId: newId(), ...w },
        }),
      ),
    () => {
      setTyped(nothing);
      setScope([]);
    },
  );
  const field = (name: keyof typeof nothing, label: string, placeholder: string, w: number) => (
    <TextInput
      label={label}
      placeholder={placeholder}
      value={typed[name]}
      onChange={(e) => setTyped({ ...typed, [name]: e.currentTarget.value })}
      error={hold.error?.of(name)}
      w={w}
    />
  );
  if (!data) return null;
  return (
    <section className={styles.count}>
      <p>
        Local codes, permits and licensed practice come first. Above the amounts below, and of the work that
        has none, Spolium shows a method and does not lead it, unless a licence that is written here covers it
        on the day of the work and on the day of writing.
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col">led without a licence, at most</th>
            <th scope="col">amount</th>
            <th scope="col">above it</th>
            <th scope="col" aria-label="doings" />
          </tr>
        </thead>
        <tbody>
          {data.limits.map((l) => (
            <LimitLine key={l.id} limit={l} />
          ))}
        </tbody>
      </table>
      <p className="soft">
        The amounts are set by Spolium, without a source. The shop may make them smaller, never larger. Of
        these nothing is led without a licence:{' '}
        {data.scopes
          .filter((s) => !data.limits.some((l) => l.scope === s.name))
          .map((s) => s.name)
          .join('; ')}
        .
      </p>
      {data.licences.length > 0 && (
        <table>
          <thead>
            <tr>
              <th scope="col">licence</th>
              <th scope="col">of</th>
              <th scope="col">covers</th>
              <th scope="col">today</th>
              <th scope="col" aria-label="doings" />
            </tr>
          </thead>
          <tbody>
            {data.licences.map((l) => (
              <tr key={l.id}>
                <th scope="row">{l.number}</th>
                <td>{l.holder}</td>
                <td>{l.scope.join(', ')}</td>
                <td>{l.says}</td>
                <td>
                  {l.holds && (
                    <TakeBack
                      words="It holds no more"
                      seen={1}
                      send={async (head, why) =>
                        unwrap(
                          await api.POST('/api/licences/{licenceId}/end', {
                            params: { path: { licenceId: l.id } },
                            body: { head: { ...head, expectedVersion: null }, why },
                          }),
                        )
                      }
                    />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <form
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          hold.mutate({ ...typed, scope });
        }}
      >
        <h2>Write down a licence</h2>
        <div className={styles.vesselForm}>
          {field('number', 'Its number', 'as on the paper', 150)}
          {field('holder', 'Who holds it', 'name on the paper', 200)}
          {field('from', 'First day', '2026-01-31', 130)}
          {field('until', 'Last day', '2027-01-31', 130)}
        </div>
        <Checkbox.Group
          label="What it covers"
          value={scope}
          onChange={setScope}
          error={hold.error?.of('scope')}
        >
          <Group gap="md" my={6}>
            {data.scopes.map((s) => (
              <Checkbox key={s.id} value={s.id} label={s.name} />
            ))}
          </Group>
        </Checkbox.Group>
        <button className="act" disabled={hold.isPending}>
          Write it down
        </button>
      </form>
      <ProblemNote problem={hold.error} shown={['number', 'holder', 'from', 'until', 'scope']} />
    </section>
  );
}
