import { Link } from 'react-router';
import type { BooksQuery } from '../api/books';
import type { Schemas } from '../api/client';
import { Fig } from '../metal/Fig';
import { savePicture } from '../metal/picture';
import { day } from '../metal/day';
import { searchOf } from './words';
import { Dots } from './Dots';
import styles from './books.module.css';

/** Grams first, then the share; below, every batch with its range. */
export function Recovery({ data, query }: { data: Schemas['RecoveryView']; query: BooksQuery }) {
  const odd = data.batches.filter((b) => !b.addsUp && !b.explained);
  return (
    <>
      <div className={styles.sums}>
        {data.product && (
          <div>
            <span className="soft">came out</span>
            <Fig f={data.product} big />
          </div>
        )}
        {data.recovery && (
          <div>
            <span className="soft">of what came in, mostly as believed</span>
            <Fig f={data.recovery} big />
          </div>
        )}
        {data.unaccounted && (
          <div>
            <span className="soft">unaccounted</span>
            <Fig f={data.unaccounted} />
          </div>
        )}
        {data.missing && (
          <div>
            <span className="soft">of it missing beyond all guesses</span>
            <Fig f={data.missing} />
          </div>
        )}
      </div>
      {odd.length > 0 && (
        <p className="caution">
          {odd.length === 1 ? 'The readings of one batch do' : `The readings of ${odd.length} batches do`} not
          agree: look at{' '}
          {odd.map((b, i) => (
            <span key={b.batchId}>
              {i > 0 && ' and '}
              <Link to={`/trail/${b.batchId}?metal=${data.metal}`}>{b.code}</Link>
            </span>
          ))}
          . Until then {odd.length === 1 ? 'it pulls' : 'they pull'} these figures.
        </p>
      )}
      <Dots
        id="books-picture"
        label={`recovery of ${data.name} by batch, with its range`}
        unit="%"
        dots={[...data.batches].reverse().map((b) => ({
          batchId: b.batchId,
          code: b.code,
          value: b.recovery.likely,
          low: b.recovery.low,
          high: b.recovery.high,
          marked: !b.addsUp,
        }))}
      />
      <p className={styles.out}>
        <button className="word" onClick={() => savePicture('books-picture', `books-${data.metal}.svg`)}>
          Save the picture
        </button>
        <a className="word" href={`/api/books/csv?${searchOf(query)}`} download>
          Save as a table
        </a>
        <a className="word" href={`/api/books/xlsx?${searchOf(query)}`} download>
          Save as a workbook
        </a>
        {data.count > data.batches.length && (
          <span className="soft">
            the latest {data.batches.length} are drawn; the sums are over all {data.count}
          </span>
        )}
      </p>
      <table className={styles.table}>
        <thead>
          <tr>
            <th>batch</th>
            <th>closed</th>
            <th>{data.name} out</th>
            <th>recovery</th>
            <th>unaccounted</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {data.batches.map((b) => (
            <tr key={b.batchId}>
              <th>
                <Link to={`/trail/${b.batchId}?metal=${data.metal}`}>{b.code}</Link>{' '}
                <span className={styles.title}>{b.title}</span>
              </th>
              <td className="figures">{day(b.closedAt)}</td>
              <td>
                <Fig f={b.product} bare />
              </td>
              <td>
                <Fig f={b.recovery} />
              </td>
              <td>
                <Fig f={b.unaccounted} bare />
              </td>
              <td>
                {!b.addsUp &&
                  (b.explained ? (
                    <span className="soft">disagrees, explained </span>
                  ) : (
                    <strong className={styles.look}>readings disagree </strong>
                  ))}
                {b.restated > 0 && <span className="soft">restated</span>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
