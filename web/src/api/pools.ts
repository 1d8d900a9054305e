import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
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

/** How many come at a time. */
const page = 12;

/** What lies in a pool, the latest first. */
export const useLeavings = (poolId: string, open: boolean) =>
  useInfiniteQuery({
    queryKey: ['pools', poolId, 'holds'],
    enabled: open,
    initialPageParam: 0,
    queryFn: async ({ pageParam: skip }) =>
      unwrap(await api.GET('/api/pools/{poolId}/holds', { params: { path: { poolId }, query: { skip } } })),
    getNextPageParam: (last, pages) => (last.length < page ? undefined : pages.length * page),
  });

/** Times that a pool was worked up, the latest first. */
export const useWorkings = (poolId: string) =>
  useInfiniteQuery({
    queryKey: ['pools', poolId, 'worked up'],
    initialPageParam: 0,
    queryFn: async ({ pageParam: skip }) =>
      unwrap(
        await api.GET('/api/pools/{poolId}/worked-up', { params: { path: { poolId }, query: { skip } } }),
      ),
    getNextPageParam: (last, pages) => (last.length < page ? undefined : pages.length * page),
  });
