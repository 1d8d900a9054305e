import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Schemas } from '../api/client';
import { useMaterials } from '../api/lots';
import { LotsViews } from '../lots/LotsViews';
import { KindForm } from './KindForm';
import styles from './kinds.module.css';

/** Kinds of scrap: the library that ships with Spolium, and the shop's own. */
export function KindsPage() {
  const { kindId } = useParams();
  const kinds = useMaterials();
  const [search, setSearch] = useState('');
  const list = (kinds.data ?? []).filter((k) => k.name.toLowerCase().includes(search.toLowerCase()));
  const chosen = kinds.data?.find((k) => k.id === kindId);
  return (
    <>
      <LotsViews />
      <div className={styles.page}>
        <section className={styles.list} aria-label="kinds of scrap">
          <TextInput
            aria-label="look for a kind"
            placeholder="look for a kind"
            value={search}
            onChange={(e) => setSearch(e.currentTarget.value)}
          />
          <p>
            <Link to="/lots/kinds/new">A kind of your own</Link>
          </p>
          <ul>
            {list.map((k) => (
              <li key={k.id}>
                <Link
                  to={`/lots/kinds/${k.id}`}
                  className={k.id === kindId ? styles.chosen : undefined}
                  aria-current={k.id === kindId}
                >
                  {k.name}
                  <span className={styles.mine}>{k.own ? 'yours' : ''}</span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
        <section className={styles.detail}>
          {kindId === 'new' ? (
            <KindForm key="new" kind={null} />
          ) : chosen ? (
            chosen.own ? (
              <KindForm key={chosen.id} kind={chosen} />
            ) : (
              <Shipped key={chosen.id} kind={chosen} />
            )
          ) : (
            <p className="soft">
              What kinds of scrap usually hold: low, likely, high, and on what basis. Choose one; copy it and
              make it yours when your own assays say otherwise.
            </p>
          )}
        </section>
      </div>
    </>
  );
}

// A kind of the library is not changed: a copy of it is.
function Shipped({ kind }: { kind: Schemas['ScrapView'] }) {
  const [copying, setCopying] = useState(false);
  if (copying) return <KindForm kind={kind} copy />;
  return (
    <>
      <h1>{kind.name}</h1>
      <p className="soft">
        {kind.liquor ? 'grams per litre' : `per cent of ${kind.ofPart ? `the ${kind.basis}` : 'the whole'}`};{' '}
        {kind.source}
      </p>
      <table className={styles.table}>
        <thead>
          <tr>
            <th>metal</th>
            <th>low</th>
            <th>likely</th>
            <th>high</th>
          </tr>
        </thead>
        <tbody>
          {kind.lines.map((l) => (
            <tr key={l.element}>
              <th scope="row">
                {l.element}
                {!l.known && <span className="soft"> carried as unknown</span>}
              </th>
              <td className="figures">{l.low}</td>
              <td className="figures">{l.likely}</td>
              <td className="figures">{l.high}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {kind.marks.length > 0 && (
        <p className="caution">It may hold {kind.marks.join(', ')}: steps refuse or warn by it.</p>
      )}
      <button className="act" onClick={() => setCopying(true)}>
        Copy it and make it yours
      </button>
    </>
  );
}
