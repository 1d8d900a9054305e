import { useQuery } from '@tanstack/react-query';
import { api } from './client';
import { unwrap } from './problem';

/** Elements that may be a line of a content, what is refined for first. They stand in a data file and do not change while the page is open. */
export const useElements = () => {
  const { data } = useQuery({
    queryKey: ['elements'],
    queryFn: async () => unwrap(await api.GET('/api/elements')),
    staleTime: Infinity,
  });
  const all = data ?? [];
  return {
    symbols: all.map((e) => e.symbol),
    metals: all.filter((e) => e.metal).map((e) => e.symbol),
    precious: all.filter((e) => e.precious).map((e) => e.symbol),
    /** What becomes of one that no rule reckons; empty for all others. */
    says: (symbol: string) => all.find((e) => e.symbol === symbol)?.says ?? '',
  };
};
