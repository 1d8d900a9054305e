/** One metal of a lot as it is being typed. */
export interface Line {
  element: string;
  low: string;
  likely: string;
  high: string;
  of: 'Whole' | 'Rest';
}

export const metals = [
  'Au',
  'Ag',
  'Cu',
  'Zn',
  'Ni',
  'Sn',
  'Pb',
  'Fe',
  'Pd',
  'Pt',
  'Co',
  'Cd',
  'Bi',
  'Al',
  'In',
  'Ga',
];

export const line = (element: string, of: Line['of']): Line => ({
  element,
  low: '',
  likely: '',
  high: '',
  of,
});
