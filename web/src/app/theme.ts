import { createTheme, type MantineColorsTuple } from '@mantine/core';

/** The one accent for action: a deep verdigris. */
const verdigris: MantineColorsTuple = [
  '#eef5f2',
  '#dce9e3',
  '#b9d4cb',
  '#8fbab0',
  '#5f9a8f',
  '#3d8175',
  '#1f6a60',
  '#195a52',
  '#134a43',
  '#0c3833',
];

export const theme = createTheme({
  primaryColor: 'verdigris',
  primaryShade: 6,
  colors: { verdigris },
  fontFamily: "'Atkinson Hyperlegible Next Variable', sans-serif",
  fontFamilyMonospace: "'Atkinson Hyperlegible Mono', monospace",
  headings: { fontFamily: "'Literata Variable', serif", fontWeight: '600' },
  defaultRadius: 2,
  cursorType: 'pointer',
  respectReducedMotion: true,
});
