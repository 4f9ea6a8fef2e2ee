import type { StillTone } from '@easytuck/core';

/** A page as a list of what is drawn on it, back to front, in mm from its upper left corner; rendered as PDF or SVG. */
export interface Display {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly items: readonly DisplayItem[];
}

/** Inks by what they mean; each renderer has its own colours or hatchings for them. */
export type Ink = 'ink' | 'pencil' | 'rule' | 'long' | 'short' | 'longLining' | 'shortLining' | 'paper';

/** Faces of type: figures and headings, or text. */
export type Typeface = 'figure' | 'text' | 'strong';

export type DisplayItem =
  | {
      readonly kind: 'text';
      readonly x: number;
      readonly y: number;
      readonly sizeMm: number;
      readonly typeface: Typeface;
      readonly ink: Ink;
      readonly text: string;
    }
  | {
      readonly kind: 'outline';
      readonly d: string;
      readonly x: number;
      readonly y: number;
      readonly scale: number;
      readonly fill: Ink | null;
      readonly stroke: Ink | null;
      readonly strokeMm: number;
    }
  | {
      readonly kind: 'line';
      readonly x1: number;
      readonly y1: number;
      readonly x2: number;
      readonly y2: number;
      readonly strokeMm: number;
      readonly ink: Ink;
    }
  | {
      /** A still picture of cloth: patches painted over one another, seen through a window. */
      readonly kind: 'still';
      readonly x: number;
      readonly y: number;
      readonly widthMm: number;
      readonly heightMm: number;
      readonly patches: readonly PaperPatch[];
    };

/** A flat patch of a still, in mm of the page. */
interface PaperPatch {
  readonly tone: StillTone;
  readonly light: number;
  readonly points: readonly (readonly [x: number, y: number])[];
  /** Sides of the patch that are edges of the cloth: each from such a point to the next. */
  readonly edges: readonly number[];
}

/** Width of a text in mm. */
export type Measure = (text: string, face: Typeface, sizeMm: number) => number;
