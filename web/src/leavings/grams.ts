/** Grams to three digits: a line is dragged no finer. */
export const tidy = (grams: number) => (grams === 0 ? 0 : Number(grams.toPrecision(3)));

/** "560 g", "0,5 kg", "560": grams; undefined for what is none. */
export function gramsOf(text: string): number | undefined {
  const m = /^\s*(\d+(?:[.,]\d+)?)\s*(g|kg|mg)?\s*$/i.exec(text);
  if (!m) return undefined;
  const n = Number((m[1] ?? '').replace(',', '.'));
  const unit = (m[2] ?? 'g').toLowerCase();
  return unit === 'kg' ? n * 1000 : unit === 'mg' ? n / 1000 : n;
}
