import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useHealth } from '../api/health';
import { BrokenJournal } from './BrokenJournal';
import styles from './Frame.module.css';

/**
 * Tells when the shop does not answer, and of when the picture is that stands on the page. Nothing of it is taken away; when there is an answer again,
 * everything is asked for anew by itself. Tells as well what is wrong with journal, clock or folder.
 */
export function LastKnown() {
  const queries = useQueryClient();
  const { data, isError, dataUpdatedAt } = useHealth();
  const was = useRef(false);
  useEffect(() => {
    if (was.current && !isError) void queries.invalidateQueries();
    was.current = isError;
  }, [isError, queries]);
  const [shop, setShop] = useState<string | null>(null);
  if (shop === null && data) setShop(data.shop);
  const at = dataUpdatedAt > 0 ? new Date(dataUpdatedAt) : null;
  return (
    <>
      {isError && (
        <p className={styles.lastKnown} role="alert">
          {at
            ? `As of ${at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}; Spolium does not answer.`
            : 'Spolium does not answer.'}{' '}
          What stands here is what was known then. It goes on by itself when there is an answer.
        </p>
      )}
      {data && shop !== null && data.shop !== shop && (
        <p className={styles.lastKnown} role="alert">
          The shop was restored: {data.shop}. What stood on this page is of another past.{' '}
          <button className="word" onClick={() => location.reload()}>
            Show what is there now
          </button>
        </p>
      )}
      {data?.clock && (
        <p className={styles.lastKnown} role="alert">
          {data.clock}
        </p>
      )}
      {data?.breaks.map((b) => (
        <BrokenJournal key={b.seq} broken={b} />
      ))}
    </>
  );
}
