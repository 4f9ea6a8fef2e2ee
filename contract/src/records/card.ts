import { OUTLINE_KINDS, SIDES } from '@easytuck/core';
import { z } from 'zod';
import { READERS } from '../words/readers.ts';

/** A closed or open outline in mm, as SVG path data, and what it shows. */
const outline = z.object({
  d: z.string(),
  shows: z.enum(OUTLINE_KINDS),
});

/** A drawing in mm: x to the right, y down, as seen when facing the wearer. */
export const cardDrawing = z.object({
  minX: z.number(),
  minY: z.number(),
  widthMm: z.number(),
  heightMm: z.number(),
  outlines: z.array(outline),
});
export type CardDrawing = z.infer<typeof cardDrawing>;

/** What goes with the tie to the wearer, composed once when the fitting is given out and kept as it was. */
export const setCard = z.object({
  shop: z.string(),
  wearer: z.string(),
  tie: z.string(),
  givenOutAt: z.string(),
  revision: z.int(),
  set: z.object({ figure: z.string(), of: z.string() }),
  lead: z.object({ figure: z.string(), side: z.enum(SIDES) }),
  /** Whom the card speaks to. */
  told: z.enum(READERS).default('wearer'),
  spread: z.string(),
  /** How surely the bow comes out so wide; empty in cards of before it was told. */
  sure: z.string().default(''),
  collar: z.string(),
  hang: z.string(),
  reminder: z.array(z.string()).length(3),
  cautions: z.array(z.string()),
  late: z.string(),
  strip: cardDrawing,
  bow: cardDrawing,
});
export type SetCard = z.infer<typeof setCard>;

/** What a card is printed as: one A6, or a sheet of eight of one card. */
export const cardFormat = z.enum(['A6', 'sheet']);
