import { useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { api, type Schemas } from '../api/client';
import { asLeaving } from '../api/leavings';
import { unwrap } from '../api/problem';
import { Fig } from '../metal/Fig';
import { Formula } from '../metal/Formula';
import { WithWorking } from '../metal/WorkingSheet';
import { day } from '../metal/day';
import { Diamond } from './Diamond';
import { HandOverForm } from './HandOverForm';
import styles from './container.module.css';

/** What is stuck on a container, and what goes with it: on one page of paper. */
export function ContainerPage() {
  const [search] = useSearchParams();
  const of = asLeaving(search);
  const { data, error } = useQuery({
    queryKey: ['label', of],
    enabled: !!of,
    queryFn: async () =>
      unwrap(await api.GET('/api/leavings/label', { params: { query: of ?? { from: 'Lot', id: '' } } })),
  });
  if (!of)
    return (
      <p>
        Choose a leaving first. <Link to="/leavings">To the leavings</Link>
      </p>
    );
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return null;
  return (
    <WithWorking
      page={['label', of]}
      load={async (key) =>
        unwrap(await api.GET('/api/leavings/label/working', { params: { query: { ...of, key } } }))
      }
    >
      <p className="noprint">
        <button className="act" onClick={() => window.print()}>
          Print it
        </button>{' '}
        <Link to={`/leavings?from=${of.from}&id=${encodeURIComponent(of.id)}`}>Back to the leaving</Link>
      </p>
      <Label c={data} />
      <section className="noprint" aria-label="hand it over">
        <h2>Hand it over</h2>
        <p>
          Local rules decide what may leave the house, how and to whom; here it is only written down. Never
          down the drain, never into the bin on the word of a program.
        </p>
        {of.from === 'Lot' ? (
          <HandOverForm lotId={of.id} liquor={data.wet} licence={data.licence ?? null} />
        ) : (
          <p>
            It leaves the house as a lot, with a code of its own:{' '}
            <Link to={`/lots/take-over?from=${of.from}&id=${encodeURIComponent(of.id)}`} className="word">
              make it a lot
            </Link>
            .
          </p>
        )}
      </section>
    </WithWorking>
  );
}

function Label({ c }: { c: Schemas['ContainerView'] }) {
  return (
    <article className={styles.label} aria-label="label">
      <h1>
        {c.code} <small>{c.title}</small>
      </h1>
      {c.known ? (
        <>
          {c.signal && <p className={styles.signal}>{c.signal}</p>}
          <div className={styles.diamonds}>
            {c.diamonds.map((d) => (
              <Diamond key={d} name={d} />
            ))}
          </div>
          {c.says.length > 0 && <p>{c.says.join('; ')}.</p>}
          <table>
            <thead>
              <tr>
                <th scope="col">contents</th>
                <th scope="col">all of it</th>
                <th scope="col">% by mass</th>
              </tr>
            </thead>
            <tbody>
              {c.substances.map((s) => (
                <tr key={s.formula}>
                  <th scope="row">
                    <Formula text={s.formula} />
                  </th>
                  <td>
                    <Fig f={s.grams} />
                  </td>
                  <td>
                    <Fig f={s.percent} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      ) : (
        <p>
          <strong>What is in it is not known.</strong> Treat it as poison that eats: acid, metal salts. Test
          it, or hand it over as unknown.
        </p>
      )}
      {c.marks.length > 0 && <p>May hold: {c.marks.join(', ')}.</p>}
      {c.notWith.length > 0 && <p>{c.notWith.join('; ')}.</p>}
      <p>
        since {day(c.since)}; {c.amount && <Fig f={c.amount} />} by the book; pH{' '}
        <span className={styles.write}>&nbsp;</span> weighed <span className={styles.write}>&nbsp;</span>{' '}
        filled by <span className={styles.write}>&nbsp;</span>
      </p>
      <p className="soft">
        {c.licence && `${c.licence}: only to somebody with a licence for it. `}
        {c.noMarksFor.length > 0 && `No table here has marks for ${c.noMarksFor.join(', ')}. `}
        The marks are those of its substances, by what is believed to be in it; who takes it away classifies
        it. Closed loosely while it may gas, upright, in a tray.
      </p>
    </article>
  );
}
