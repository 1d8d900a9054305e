import { useQuery } from '@tanstack/react-query';
import { api } from './client';
import { unwrap } from './problem';

/** What the books look at: the same words as in the address of the page. */
export interface BooksQuery {
  metal?: string;
  material?: string;
  method?: string;
  person?: string;
  from?: string;
  until?: string;
  others?: string;
}

const kept = <T>(before: T) => before;

export const useRecovery = (query: BooksQuery) =>
  useQuery({
    queryKey: ['books', 'recovery', query],
    placeholderData: kept,
    queryFn: async () => unwrap(await api.GET('/api/books/recovery', { params: { query } })),
  });

export const useLosses = (query: BooksQuery) =>
  useQuery({
    queryKey: ['books', 'losses', query],
    placeholderData: kept,
    queryFn: async () => unwrap(await api.GET('/api/books/losses', { params: { query } })),
  });

export const usePlaces = (query: BooksQuery) =>
  useQuery({
    queryKey: ['books', 'places', query],
    placeholderData: kept,
    queryFn: async () => unwrap(await api.GET('/api/books/places', { params: { query } })),
  });

export const useChart = (query: BooksQuery & { of?: string }) =>
  useQuery({
    queryKey: ['books', 'chart', query],
    placeholderData: kept,
    queryFn: async () => unwrap(await api.GET('/api/books/chart', { params: { query } })),
  });

export const useReagents = (query: BooksQuery) =>
  useQuery({
    queryKey: ['books', 'reagents', query],
    placeholderData: kept,
    queryFn: async () => unwrap(await api.GET('/api/books/reagents', { params: { query } })),
  });

export const useMoney = (query: BooksQuery) =>
  useQuery({
    queryKey: ['books', 'money', query],
    placeholderData: kept,
    queryFn: async () => unwrap(await api.GET('/api/books/money', { params: { query } })),
  });

export const useBehind = (query: BooksQuery, of: string | null) =>
  useQuery({
    queryKey: ['books', 'behind', query, of],
    enabled: of !== null,
    queryFn: async () =>
      unwrap(await api.GET('/api/books/behind', { params: { query: { ...query, of: of ?? '' } } })),
  });
