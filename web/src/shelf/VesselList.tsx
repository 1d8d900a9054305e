import { Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import { useVessels } from '../api/ways';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import { QuantityField } from '../metal/QuantityField';
import { TakeBack } from '../metal/TakeBack';
import styles from './shelf.module.css';

/** The vessels of the shop: plans choose from them, and split a charge that none of them holds. */
export function VesselList() {
  const { data } = useVessels();
  const [id, setId] = useState('');
  const [kind, setKind] = useState('beaker, low form|600');
  const [tare, setTare] = useState('');
  const name = useWrite(
    async (head, w: { vesselId: string; kind: string; nominalMl: number; tare: string | null }) =>
      unwrap(await api.POST('/api/vessels', { body: { head, ...w } })),
    () => {
      setId('');
      setTare('');
    },
  );
  return (
    <section className={styles.count}>
      <p className="soft">
        {data?.own
          ? 'Plans choose from these, and split a charge that none of them holds.'
          : 'None is named yet: plans take usual beakers, and buckets for what is quiet and cold.'}
      </p>
      {data && data.vessels.length > 0 && (
        <table>
          <thead>
            <tr>
              <th scope="col">vessel</th>
              <th scope="col">what it is</th>
              <th scope="col">tare</th>
              <th scope="col" aria-label="doings" />
            </tr>
          </thead>
          <tbody>
            {data.vessels.map((v) => (
              <tr key={v.id}>
                <th scope="row">{v.id}</th>
                <td>{v.label}</td>
                <td className="figures">{v.tare || 'not weighed'}</td>
                <td>
                  <TakeBack
                    words="It is gone"
                    seen={1}
                    send={async (head, why) =>
                      unwrap(
                        await api.POST('/api/vessels/{vesselId}/gone', {
                          params: { path: { vesselId: v.id } },
                          body: { head: { ...head, expectedVersion: null }, why },
                        }),
                      )
                    }
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <form
        className={styles.vesselForm}
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          const [k = '', ml = '0'] = kind.split('|');
          name.mutate({ vesselId: id, kind: k, nominalMl: Number(ml), tare: tare || null });
        }}
      >
        <TextInput
          label="Its code"
          placeholder="B4"
          value={id}
          onChange={(e) => setId(e.currentTarget.value)}
          error={name.error?.of('vesselId')}
          w={110}
        />
        <Select
          label="What it is"
          data={(data?.choices ?? []).map((c) => ({ value: `${c.kind}|${c.nominalMl}`, label: c.label }))}
          value={kind}
          onChange={(v) => v && setKind(v)}
          allowDeselect={false}
          error={name.error?.of('kind')}
          w={240}
        />
        <QuantityField
          label="Empty and dry it weighs"
          placeholder="212.4 g"
          field="Mass"
          value={tare}
          onChange={setTare}
          error={name.error?.at('tare')}
          w={200}
        />
        <button className="act" disabled={name.isPending}>
          Name it
        </button>
      </form>
      <ProblemNote problem={name.error} shown={['vesselId', 'kind', 'tare']} />
    </section>
  );
}
