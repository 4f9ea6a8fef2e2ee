import type { StillColours } from '@easytuck/core';

/** Colours of the workroom, on screen, on paper and in the icon. Each end of the strip has its own; nothing is told by colour alone. */
export const PALETTE = {
  paper: '#f4efe4',
  card: '#fbf8f1',
  white: '#ffffff',
  ink: '#24303a',
  pencil: '#555b58',
  thread: '#b9b09a',
  rule: '#d9d0bc',
  long: '#24566b',
  longLining: '#9db8c2',
  short: '#aa4b24',
  shortLining: '#e0b59f',
  tape: '#ecdcae',
  skin: '#e9d6c1',
  shirt: '#ffffff',
  shirtShade: '#f9f8f5',
  linen: '#fbfaf6',
  sleeve: '#39434c',
  linenShade: '#dde2e2',
  good: '#35664a',
  fair: '#8a5a00',
  bad: '#8f1230',
} as const;

export type ColourName = keyof typeof PALETTE;

/** The same for dark rooms, as behind a stage: grounds are dark, lines and letters light. */
export const DARK_PALETTE: Readonly<Record<ColourName, string>> = {
  paper: '#161b1f',
  card: '#1f262b',
  white: '#ffffff',
  ink: '#ece6d8',
  pencil: '#b3b6af',
  thread: '#7b7a6e',
  rule: '#3b4248',
  long: '#7fb9cf',
  longLining: '#3d6070',
  short: '#e8a07a',
  shortLining: '#734a31',
  tape: '#4b4325',
  skin: '#6d5b4b',
  shirt: '#39424a',
  shirtShade: '#2d353b',
  linen: '#343d44',
  sleeve: '#5a656e',
  linenShade: '#283036',
  good: '#8ac9a3',
  fair: '#e2b860',
  bad: '#f59cab',
};

/** A still in these colours: each end in its own, skin and linen beside it. */
export const STILL_COLOURS: StillColours = {
  longOuter: PALETTE.long,
  longInner: PALETTE.longLining,
  shortOuter: PALETTE.short,
  shortInner: PALETTE.shortLining,
  leg: PALETTE.sleeve,
  neck: PALETTE.skin,
  stand: PALETTE.linen,
  leaf: PALETTE.white,
  shirt: PALETTE.linenShade,
  placket: PALETTE.linen,
  button: '#efe9da',
  glove: PALETTE.white,
  sleeve: PALETTE.sleeve,
  glass: PALETTE.white,
  arrow: '#5d2380',
  arrowEdge: PALETTE.white,
};
