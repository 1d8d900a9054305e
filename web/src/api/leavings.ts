import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, type Schemas } from './client';
import { type Problem, unwrap } from './problem';

export type LeavingId = { from: Schemas['FeedFrom']; id: string };
/** The leaving that an address names. */
export function asLeaving(search: URLSearchParams): LeavingId | null {
  const [from, id] = [search.get('from'), search.get('id')];
  return id && (from === 'Lot' || from === 'Holding' || from === 'Pool') ? { from, id } : null;
}

export type DoseAsked = LeavingId & {
  with: string;
  over: 'Foaming' | 'Stirred' | 'Aired';
  /** "120 g=3.2": what was poured, and the pH that was read. */
  read: string[];
};

export const useLeavings = () =>
  useInfiniteQuery({
    queryKey: ['leavings'],
    initialPageParam: 0,
    queryFn: async ({ pageParam }) =>
      unwrap(await api.GET('/api/leavings', { params: { query: { skip: pageParam } } })),
    getNextPageParam: (last, pages) => (last.more ? pages.length * 40 : undefined),
  });

export const useLeaving = (of: LeavingId | null) =>
  useQuery<Schemas['LeavingView'], Problem>({
    queryKey: ['leaving', of],
    enabled: !!of,
    retry: false,
    queryFn: async () =>
      unwrap(await api.GET('/api/leavings/one', { params: { query: of ?? { from: 'Lot', id: '' } } })),
  });

export const useDoseCurve = (asked: DoseAsked, enabled = true) =>
  useQuery<Schemas['DoseCurveView'], Problem>({
    queryKey: ['dose-curve', asked],
    enabled,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(await api.GET('/api/leavings/curve', { params: { query: asked } })),
  });

/** The liquor at a dose. While a line is dragged one request is under way at a time: the next asks for where it stands then. */
export function useDose(asked: DoseAsked, grams: number | undefined) {
  const [shown, setShown] = useState(grams);
  const query = useQuery<Schemas['UnderDoseView'], Problem>({
    queryKey: ['dose', asked, shown],
    enabled: shown !== undefined,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () =>
      unwrap(await api.GET('/api/leavings/dose', { params: { query: { ...asked, dose: `${shown} g` } } })),
  });
  if (!query.isFetching && shown !== grams) setShown(grams);
  return { ...query, at: shown };
}
