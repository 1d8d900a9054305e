import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { api } from '../api/client';
import { unwrap } from '../api/problem';
import styles from './Frame.module.css';

const look = 3000;

/**
 * Tells when the shop does not answer, and of when the picture is that stands on the page. Nothing of it is taken away; when there is an answer again,
 * everything is asked for anew by itself.
 */
export function LastKnown() {
  const queries = useQueryClient();
  const { isError, dataUpdatedAt } = useQuery({
    queryKey: ['health'],
    queryFn: async () => unwrap(await api.GET('/api/health')),
    refetchInterval: look,
    refetchIntervalInBackground: true,
    retry: false,
  });
  const was = useRef(false);
  useEffect(() => {
    if (was.current && !isError) void queries.invalidateQueries();
    was.current = isError;
  }, [isError, queries]);
  if (!isError) return null;
  const at = dataUpdatedAt > 0 ? new Date(dataUpdatedAt) : null;
  return (
    <p className={styles.lastKnown} role="alert">
      {at
        ? `As of ${at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}; Spolium does not answer.`
        : 'Spolium does not answer.'}{' '}
      What stands here is what was known then. It goes on by itself when there is an answer.
    </p>
  );
}
