/** Each metal has an ink, a two-letter badge and a hatch, the same everywhere; others share one. */
const inks: Record<string, { ink: string; hatch: string; dark: boolean }> = {
  Au: { ink: 'var(--au)', hatch: 'M0 8L8 0', dark: true },
  Cu: { ink: 'var(--cu)', hatch: 'M0 4H8', dark: false },
  Zn: { ink: 'var(--zn)', hatch: 'M4 0V8', dark: false },
  Ag: { ink: 'var(--ag)', hatch: 'M0 0L8 8', dark: true },
  Ni: { ink: 'var(--ni)', hatch: 'M0 2H8M0 6H8', dark: true },
  Sn: { ink: 'var(--sn)', hatch: 'M2 0V8M6 0V8', dark: false },
  Pb: { ink: 'var(--pb)', hatch: 'M0 0L8 8M0 8L8 0', dark: false },
};

export const inkOf = (element: string) =>
  inks[element] ?? { ink: 'var(--other)', hatch: 'M4 4h1', dark: false };
