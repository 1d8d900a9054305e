import { useQuery } from '@tanstack/react-query';
import { api } from './client';
import { unwrap } from './problem';

export const useShelf = () =>
  useQuery({ queryKey: ['shelf'], queryFn: async () => unwrap(await api.GET('/api/shelf')) });

export const useForms = () =>
  useQuery({
    queryKey: ['forms'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/shelf/forms')),
  });

export const useBottle = (bottleId: string | undefined) =>
  useQuery({
    queryKey: ['bottle', bottleId],
    enabled: !!bottleId,
    queryFn: async () =>
      unwrap(await api.GET('/api/shelf/{bottleId}', { params: { path: { bottleId: bottleId ?? '' } } })),
  });

export const useChoices = () =>
  useQuery({
    queryKey: ['strength-choices'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/strength/choices')),
  });
