import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { api } from './client';
import { unwrap } from './problem';

export const useBatches = () =>
  useQuery({ queryKey: ['batches'], queryFn: async () => unwrap(await api.GET('/api/batches')) });

/** Batches that have a word in code, title or lot; none while nothing is typed. */
export const useBatchesWith = (find: string) =>
  useQuery({
    queryKey: ['batches', find],
    enabled: find.trim().length > 0,
    placeholderData: (before) => before,
    queryFn: async () => unwrap(await api.GET('/api/batches', { params: { query: { find } } })),
  });

export const useBatch = (batchId: string | undefined) =>
  useQuery({
    queryKey: ['batch', batchId],
    enabled: !!batchId,
    queryFn: async () =>
      unwrap(await api.GET('/api/batches/{batchId}', { params: { path: { batchId: batchId ?? '' } } })),
  });

/** How many entries come at a time. */
const page = 200;

/** What was written in a batch, newest first; with a word, what has it. */
export const useJournal = (batchId: string, open: boolean, find: string) =>
  useInfiniteQuery({
    queryKey: ['journal', batchId, find],
    enabled: open,
    initialPageParam: 0,
    placeholderData: keepPreviousData,
    queryFn: async ({ pageParam }) =>
      unwrap(
        await api.GET('/api/batches/{batchId}/journal', {
          params: { path: { batchId }, query: { find, skip: pageParam } },
        }),
      ),
    getNextPageParam: (last, pages) => (last.length < page ? undefined : pages.length * page),
  });

export const useTrail = (batchId: string | undefined, element: string | undefined, at: number | undefined) =>
  useQuery({
    queryKey: ['trail', batchId, element, at],
    enabled: !!batchId,
    placeholderData: (before) => before,
    queryFn: async () =>
      unwrap(
        await api.GET('/api/batches/{batchId}/trail', {
          params: { path: { batchId: batchId ?? '' }, query: { element, at } },
        }),
      ),
  });
