import { usePrices } from './lots';

/** The shop's currency, and amounts in it as a placeholder or a picture has them. */
export function useMoney() {
  const named = usePrices().data?.currency;
  const sign = named?.sign ?? 'kr';
  return {
    sign,
    text: (amount: number | string) => (named?.before ? `${sign}${amount}` : `${amount} ${sign}`),
  };
}
