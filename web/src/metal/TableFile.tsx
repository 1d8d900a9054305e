import type { ReactNode } from 'react';
import type { Problem } from '../api/problem';
import styles from './metal.module.css';
import { ProblemNote } from './ProblemNote';

interface Props {
  /** Address that gives the table out. */
  out: string;
  name: string;
  columns: string;
  example: string;
  one: string;
  many: string;
  csv: string;
  onCsv: (text: string) => void;
  problem: Problem | null;
  pending: boolean;
  onSend: () => void;
  children?: ReactNode;
}

/** A table out to a file, and in from one: a chosen file or what is pasted. Errors are told row by row; nothing is half brought in. */
export function TableFile(p: Props) {
  const rows = p.csv.split('\n').filter((l) => l.trim()).length - 1;
  return (
    <form
      className={styles.tableFile}
      onSubmit={(e) => {
        e.preventDefault();
        p.onSend();
      }}
    >
      <p>
        <a href={p.out} download={p.name} className="lesser">
          Save as a table
        </a>
      </p>
      <label>
        Bring {p.many} in from a table
        <input
          type="file"
          accept=".csv,text/csv"
          onChange={(e) => void e.currentTarget.files?.[0]?.text().then(p.onCsv)}
        />
      </label>
      <label>
        or paste it here; the first row names the columns {p.columns}
        <textarea
          rows={7}
          value={p.csv}
          onChange={(e) => p.onCsv(e.currentTarget.value)}
          placeholder={p.example}
        />
      </label>
      {p.children}
      {p.problem && p.problem.fields.length > 0 ? (
        <div role="alert" className="caution">
          <p>Nothing was brought in. Mend these, then try again:</p>
          <ul>
            {p.problem.fields.map((f) => (
              <li key={f.field + f.reason}>
                {f.field}: {f.reason}; {f.wayOut}
              </li>
            ))}
          </ul>
        </div>
      ) : (
        <ProblemNote problem={p.problem} />
      )}
      <button className="act" disabled={rows < 1 || p.pending}>
        Bring in {rows > 0 ? `${rows} ${rows === 1 ? p.one : p.many}` : p.many}
      </button>
    </form>
  );
}
