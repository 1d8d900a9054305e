import type { Schemas } from '../api/client';

export type Content = Schemas['ContentRequest'];
export type ContentLine = Schemas['ContentLineRequest'];
export type End = 'low' | 'likely' | 'high';

/** The number of a typed share or concentration as the bar draws it: per cent, or grams per litre. */
export function drawn(text: string): number | null {
  const m = /^\s*([0-9]+(?:[.,][0-9]+)?)\s*(%|‰|g\/t|ppm|g\/L|mg\/L)?\s*$/i.exec(text);
  if (!m?.[1]) return null;
  const x = Number(m[1].replace(',', '.'));
  const unit = (m[2] ?? '').toLowerCase();
  return unit === '‰' ? x / 10 : unit === 'g/t' || unit === 'ppm' ? x / 1e4 : unit === 'mg/l' ? x / 1000 : x;
}

/** A dragged number as it is typed: three digits and the unit. */
export const typed = (x: number, liquor: boolean) => `${Number(x.toPrecision(3))} ${liquor ? 'g/L' : '%'}`;

/** The line with one end moved; the other ends give way, so that low, likely and high always rise. */
export function moved(line: ContentLine, end: End, text: string): ContentLine {
  const x = drawn(text);
  const next = { ...line, [end]: text };
  if (x === null) return next;
  const order: End[] = ['low', 'likely', 'high'];
  const at = order.indexOf(end);
  for (const [i, other] of order.entries()) {
    const y = drawn(next[other]);
    if (y !== null && ((i < at && y > x) || (i > at && y < x))) next[other] = text;
  }
  return next;
}
