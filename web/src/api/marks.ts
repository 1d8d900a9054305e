import { useQuery } from '@tanstack/react-query';
import { api } from './client';
import { unwrap } from './problem';

/** What a lot may hold beside its metals; steps refuse or warn by it. */
export const useMarks = () =>
  useQuery({
    queryKey: ['marks'],
    queryFn: async () => unwrap(await api.GET('/api/marks')),
    staleTime: Infinity,
  }).data ?? [];
