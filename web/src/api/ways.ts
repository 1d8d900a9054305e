import { useQuery } from '@tanstack/react-query';
import { api } from './client';
import { unwrap } from './problem';

/** Usual ways, all methods, and the bottles that may be chosen. */
export const useWays = () =>
  useQuery({ queryKey: ['ways'], queryFn: async () => unwrap(await api.GET('/api/ways')) });

export const useKept = () =>
  useQuery({ queryKey: ['kept'], queryFn: async () => unwrap(await api.GET('/api/step/kept')) });

export const useVessels = () =>
  useQuery({ queryKey: ['vessels'], queryFn: async () => unwrap(await api.GET('/api/vessels')) });

export const useLicences = () =>
  useQuery({ queryKey: ['licences'], queryFn: async () => unwrap(await api.GET('/api/licences')) });
