import { useQuery } from '@tanstack/react-query';
import { api } from './client';
import { unwrap } from './problem';

export const usePools = () =>
  useQuery({ queryKey: ['pools'], queryFn: async () => unwrap(await api.GET('/api/pools')) });

/** What one working up gave back, and its balance; without an entry the balance of what is in the pool now. */
export const useSharedBack = (poolId: string, entryId: string | null) =>
  useQuery({
    queryKey: ['pools', poolId, entryId],
    queryFn: async () =>
      entryId
        ? unwrap(
            await api.GET('/api/pools/{poolId}/worked-up/{entryId}', {
              params: { path: { poolId, entryId } },
            }),
          )
        : unwrap(await api.GET('/api/pools/{poolId}/balance', { params: { path: { poolId } } })),
  });

/** Earlier pages of what went in. */
export const usePoolHolds = (poolId: string, skip: number) =>
  useQuery({
    queryKey: ['pools', poolId, 'holds', skip],
    queryFn: async () =>
      unwrap(await api.GET('/api/pools/{poolId}/holds', { params: { path: { poolId }, query: { skip } } })),
  });

/** Earlier pages of what it gave. */
export const useWorkedUp = (poolId: string, skip: number) =>
  useQuery({
    queryKey: ['pools', poolId, 'worked up', skip],
    queryFn: async () =>
      unwrap(
        await api.GET('/api/pools/{poolId}/worked-up', { params: { path: { poolId }, query: { skip } } }),
      ),
  });
