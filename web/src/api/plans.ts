import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, type Schemas } from './client';
import { unwrap } from './problem';

/** Ways for so much of a lot beside each other, and those that do not go. */
export const useComparison = (lotId: string, body: Schemas['CompareRequest'], enabled: boolean) =>
  useQuery({
    queryKey: ['compare', lotId, body],
    enabled,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () =>
      unwrap(await api.POST('/api/lots/{lotId}/ways', { params: { path: { lotId } }, body })),
  });

export const usePlans = () =>
  useQuery({ queryKey: ['plans'], queryFn: async () => unwrap(await api.GET('/api/plans')) });

export const usePlan = (planId: string | null) =>
  useQuery({
    queryKey: ['saved', planId],
    enabled: planId !== null,
    queryFn: async () =>
      unwrap(await api.GET('/api/plans/{planId}', { params: { path: { planId: planId ?? '' } } })),
  });
