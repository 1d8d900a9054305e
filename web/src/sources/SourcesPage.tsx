import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import styles from './sources.module.css';

/** Every data file that ships: where its figures come from, how they were checked, how far off they may be. */
export function SourcesPage() {
  const { data } = useQuery({
    queryKey: ['sources'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/sources')),
  });
  if (!data) return null;
  return (
    <article className={styles.page}>
      <h1>Where figures come from</h1>
      <p>
        Every constant stands in a data file with its source beside it. Handbook rows of density, solubility
        and heat were written down from memory of the named tables, not copied from a page, and then
        cross-checked as said below: trust them as far as the error says, and a reading of your own further.
        Figures that rest on a guess of Spolium say so in their working. Data {data.hash}.
      </p>
      {data.files.map((f) => (
        <section key={f.file} className={styles.file}>
          <h2>{f.what}</h2>
          <p className="figures">
            {f.file}, {f.rows} rows
          </p>
          <dl>
            <dt>from</dt>
            <dd>{f.source}</dd>
            <dt>checked</dt>
            <dd>{f.checked}</dd>
            <dt>may be off by</dt>
            <dd>{f.error}</dd>
          </dl>
          <details>
            <summary>
              {f.sources.length} {f.sources.length === 1 ? 'source' : 'sources'} named in its rows
            </summary>
            <ul>
              {f.sources.map((s) => (
                <li key={s}>{s}</li>
              ))}
            </ul>
          </details>
        </section>
      ))}
      <section className={styles.file}>
        <h2>Guesses without a source</h2>
        <p>They serve until the shop’s own batches speak, and are marked wherever a figure rests on them.</p>
        <table>
          <thead>
            <tr>
              <th scope="col">what</th>
              <th scope="col">low – likely – high</th>
              <th scope="col">where it comes from</th>
            </tr>
          </thead>
          <tbody>
            {data.invented.map((i) => (
              <tr key={i.id}>
                <td>{i.what}</td>
                <td className="figures">{i.range}</td>
                <td>{i.source.replace('priors.csv: ', '')}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </article>
  );
}
