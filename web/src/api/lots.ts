import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { api, type Schemas } from './client';
import { unwrap } from './problem';

export const useLots = () =>
  useQuery({ queryKey: ['lots'], queryFn: async () => unwrap(await api.GET('/api/lots')) });

/** How many a list has at a time. */
const page = 200;

/** Lots that have a word in code, title or kind, newest first, page behind page. */
export const useLotsWith = (find: string) =>
  useInfiniteQuery({
    queryKey: ['lots', 'with', find],
    initialPageParam: 0,
    placeholderData: keepPreviousData,
    queryFn: async ({ pageParam }) =>
      unwrap(await api.GET('/api/lots', { params: { query: { find, skip: pageParam } } })),
    getNextPageParam: (last, pages) => (last.length < page ? undefined : pages.length * page),
  });

export const useLot = (lotId: string | undefined) =>
  useQuery({
    queryKey: ['lot', lotId],
    enabled: !!lotId,
    queryFn: async () =>
      unwrap(await api.GET('/api/lots/{lotId}', { params: { path: { lotId: lotId ?? '' } } })),
  });

export const useMaterials = () =>
  useQuery({ queryKey: ['materials'], queryFn: async () => unwrap(await api.GET('/api/materials')) });

/** What a lot is worth, by its own content or one that is only thought of. */
export const useWorth = (lotId: string, body: Schemas['WorthRequest'], enabled = true) =>
  useQuery({
    queryKey: ['worth', lotId, body],
    enabled,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () =>
      unwrap(await api.POST('/api/lots/{lotId}/worth', { params: { path: { lotId } }, body })),
  });

/** Where the way that the worth goes by begins to pay: asked for once that stands, for it takes longer. */
export const usePaysFrom = (lotId: string, body: Schemas['WorthRequest']) =>
  useQuery({
    queryKey: ['worth', lotId, 'pays-from', body],
    enabled: !!body.way,
    retry: false,
    // While a bar moves on one way, what it paid from stays until the new answer is there.
    placeholderData: (was: Schemas['PaysFromView'] | undefined, query) =>
      (query?.queryKey[3] as Schemas['WorthRequest'] | undefined)?.way === body.way ? was : undefined,
    queryFn: async () =>
      unwrap(await api.POST('/api/lots/{lotId}/worth/pays-from', { params: { path: { lotId } }, body })),
  });

export const usePrices = () =>
  useQuery({ queryKey: ['prices'], queryFn: async () => unwrap(await api.GET('/api/prices')) });
