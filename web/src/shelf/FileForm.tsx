import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import { useWrite } from '../api/write';
import { ProblemNote } from '../metal/ProblemNote';
import styles from './shelf.module.css';

/** The shelf as a table: out to a file, and bottles in from one. All rows, or none. */
export function FileForm() {
  const [csv, setCsv] = useState('');
  const navigate = useNavigate();
  const write = useWrite(
    async (head, text: string) => unwrap(await api.POST('/api/shelf/import', { body: { head, csv: text } })),
    () => void navigate('/shelf'),
  );
  const rows = csv.split('\n').filter((l) => l.trim()).length - 1;
  return (
    <form
      className={styles.count}
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(csv);
      }}
    >
      <p>
        <a href="/api/shelf/export.csv" download="shelf.csv" className="lesser">
          Save the shelf as a table
        </a>
      </p>
      <label className={styles.reason}>
        Bring bottles in from a table
        <input
          type="file"
          accept=".csv,text/csv"
          onChange={(e) => void e.currentTarget.files?.[0]?.text().then(setCsv)}
        />
      </label>
      <label className={styles.reason}>
        or paste it here; the first row names the columns id, form, amount, and any of strength,
        strength_plus_minus, density, price, place, use_by, certificate, name
        <textarea
          rows={7}
          value={csv}
          onChange={(e) => setCsv(e.currentTarget.value)}
          placeholder={'id,form,amount,strength,price\nN-7,nitric-68,1 L,68 %,90 kr'}
        />
      </label>
      {write.error && write.error.fields.length > 0 ? (
        <div role="alert" className="caution">
          <p>Nothing was brought in. Mend these, then try again:</p>
          <ul>
            {write.error.fields.map((f) => (
              <li key={f.field + f.reason}>
                {f.field}: {f.reason}; {f.wayOut}
              </li>
            ))}
          </ul>
        </div>
      ) : (
        <ProblemNote problem={write.error} />
      )}
      <button className="act" disabled={rows < 1 || write.isPending}>
        Bring in {rows > 0 ? `${rows} ${rows === 1 ? 'bottle' : 'bottles'}` : 'bottles'}
      </button>{' '}
      <Link to="/shelf" className="lesser">
        Leave it
      </Link>
    </form>
  );
}
