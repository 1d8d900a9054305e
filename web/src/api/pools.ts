import { useQuery } from '@tanstack/react-query';
import { api } from './client';
import { unwrap } from './problem';

export const usePools = () =>
  useQuery({ queryKey: ['pools'], queryFn: async () => unwrap(await api.GET('/api/pools')) });
