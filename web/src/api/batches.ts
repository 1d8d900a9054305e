import { useQuery } from '@tanstack/react-query';
import { api } from './client';
import { unwrap } from './problem';

export const useBatches = () =>
  useQuery({ queryKey: ['batches'], queryFn: async () => unwrap(await api.GET('/api/batches')) });

export const useBatch = (batchId: string | undefined) =>
  useQuery({
    queryKey: ['batch', batchId],
    enabled: !!batchId,
    queryFn: async () =>
      unwrap(await api.GET('/api/batches/{batchId}', { params: { path: { batchId: batchId ?? '' } } })),
  });

export const useJournal = (batchId: string, open: boolean) =>
  useQuery({
    queryKey: ['journal', batchId],
    enabled: open,
    queryFn: async () =>
      unwrap(await api.GET('/api/batches/{batchId}/journal', { params: { path: { batchId } } })),
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
