import { useQuery } from '@tanstack/react-query';
import { api } from './client';
import { unwrap } from './problem';

const look = 3000;

/** Whether the shop answers, and whether journal, backup and clock are sound; asked again and again. */
export const useHealth = () =>
  useQuery({
    queryKey: ['health'],
    queryFn: async () => unwrap(await api.GET('/api/health')),
    refetchInterval: look,
    refetchIntervalInBackground: true,
    retry: false,
  });
