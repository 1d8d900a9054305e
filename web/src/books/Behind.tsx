import { useHotkeys } from '@mantine/hooks';
import { Link } from 'react-router';
import { type BooksQuery, useBehind } from '../api/books';
import { day } from '../metal/day';
import styles from './books.module.css';

/** The batches that a figure is made of, most first. */
export function Behind({ query, of, onClose }: { query: BooksQuery; of: string; onClose: () => void }) {
  useHotkeys([['Escape', onClose]]);
  const { data, error } = useBehind(query, of);
  return (
    <aside className={styles.behind} aria-label="batches behind the figure" aria-live="polite">
      <div className={styles.behindTop}>
        <h2>{data?.title ?? 'The batches behind it'}</h2>
        <button className="word" onClick={onClose}>
          close
        </button>
      </div>
      {error && <p role="alert">{error.message}</p>}
      <ol>
        {data?.parts.map((p) => (
          <li key={p.href + p.title}>
            <Link to={p.href}>{p.code}</Link>
            <span className={styles.title}>
              {p.title}
              {p.closedAt && ` · ${day(p.closedAt)}`}
            </span>
            <span className="figures">{p.figure}</span>
          </li>
        ))}
      </ol>
      {data?.parts.length === 0 && <p className="soft">No batch has any.</p>}
    </aside>
  );
}
