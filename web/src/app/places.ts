/** The places that work. Keys are final from the start: places to come keep theirs free. */
export const places = [
  { key: '2', path: '/lots', name: 'Lots', mark: 'M4 9l10-5 10 5v10l-10 5-10-5zM4 9l10 5 10-5M14 14v10' },
  { key: '3', path: '/plan', name: 'Plan', mark: 'M3 6h8v7h7v7h8' },
  { key: '4', path: '/run', name: 'Run', mark: 'M9 3v22M19 3v22M9 8h10M9 14h10M9 20h10' },
  { key: '5', path: '/trail', name: 'Trail', mark: 'M3 7c10 0 12 12 22 12M3 11c8 0 10 12 14 12' },
  { key: '6', path: '/strength', name: 'Strength', mark: 'M3 23h7c6 0 5-17 15-18M14 10l3 3-3 3-3-3z' },
  {
    key: '7',
    path: '/shelf',
    name: 'Shelf',
    mark: 'M3 24h22M6 24V13l2-3V5h4v5l2 3v11M17 24V14h7v10M17 17h7',
  },
  { key: '8', path: '/leavings', name: 'Leavings', mark: 'M8 3h12l-2 8h-8zM10 11v13h8V11M10 18h8M12 21h4' },
  {
    key: '9',
    path: '/books',
    name: 'Books',
    mark: 'M14 7c-3-2-7-2-10-1v16c3-1 7-1 10 1 3-2 7-2 10-1V6c-3-1-7-1-10 1zM14 7v16',
  },
] as const;

/** Keys of each place, for the help sheet. */
export const keysOf: Record<string, [string, string][]> = {
  Lots: [
    ['n', 'receive a lot'],
    ['← →', 'on an end of a bar: move it, with Shift in larger steps'],
    ['Escape', 'close the working'],
  ],
  Plan: [['Escape', 'close the working']],
  Run: [
    ['p', 'pour the next portion'],
    ['Escape', 'close the working'],
  ],
  Trail: [['Escape', 'close the working']],
  Strength: [['Space', 'in an empty mass field: take what the scale shows']],
  Shelf: [['n', 'a bottle comes in']],
  Leavings: [
    ['← →', 'on the line of the dose: move it, with Shift or Page keys in larger steps'],
    ['Escape', 'close the working'],
  ],
  Books: [['Escape', 'close the working, or the batches behind a figure']],
};
