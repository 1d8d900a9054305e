import { useQuery } from '@tanstack/react-query';
import { api } from './client';
import { unwrap } from './problem';

export const useLots = () =>
  useQuery({ queryKey: ['lots'], queryFn: async () => unwrap(await api.GET('/api/lots')) });

export const useLot = (lotId: string | undefined) =>
  useQuery({
    queryKey: ['lot', lotId],
    enabled: !!lotId,
    queryFn: async () =>
      unwrap(await api.GET('/api/lots/{lotId}', { params: { path: { lotId: lotId ?? '' } } })),
  });

export const useMaterials = () =>
  useQuery({
    queryKey: ['materials'],
    staleTime: Infinity,
    queryFn: async () => unwrap(await api.GET('/api/materials')),
  });
