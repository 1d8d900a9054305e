import type { Schemas } from '../api/client';

/** One metal of a lot as it is being typed. */
export interface Line {
  element: string;
  low: string;
  likely: string;
  high: string;
  of: 'Whole' | 'Rest' | 'Part';
}

export const line = (element: string, of: Line['of']): Line => ({
  element,
  low: '',
  likely: '',
  high: '',
  of,
});

/** Instead of an element of the balance: board, plastic, ceramic, cloth. */
export const noMetal = { value: 'pieces', label: 'no metal' };

/** What a kind of scrap usually holds, as the content of a lot: shares of the whole, or of the part that the kind goes by. */
export const fromKind = (
  kind: Schemas['ScrapView'],
  liquor: Schemas['ContentRequest']['liquor'],
  partShare = '100 %',
): Schemas['ContentRequest'] => ({
  lines: kind.lines
    .filter((l) => l.known)
    .map((l) => ({
      element: l.element,
      low: kind.liquor ? `${l.low} g/L` : `${l.low} %`,
      likely: kind.liquor ? `${l.likely} g/L` : `${l.likely} %`,
      high: kind.liquor ? `${l.high} g/L` : `${l.high} %`,
      of: kind.ofPart ? 'Part' : 'Whole',
    })),
  balance: kind.rest ?? null,
  liquor: kind.liquor ? (liquor ?? 'Fixer') : null,
  freeAcid: null,
  marks: kind.marks,
  part: kind.ofPart ? kind.basis : null,
  partShare: kind.ofPart ? partShare : null,
  open: kind.open ?? null,
  state: null,
});
