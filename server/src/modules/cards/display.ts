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
export type Face = 'figure' | 'text' | 'strong';

export type DisplayItem =
  | {
      readonly kind: 'text';
      readonly x: number;
      readonly y: number;
      readonly sizeMm: number;
      readonly face: Face;
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
      /** A flat patch of a still, painted over those before it. */
      readonly kind: 'patch';
      readonly tone: StillTone;
      readonly light: number;
      readonly points: readonly (readonly [number, number])[];
      /** Sides of the patch that are edges of the cloth: each from such a point to the next. */
      readonly edges: readonly number[];
    };

/** Width of a text in mm. */
export type Measure = (text: string, face: Face, sizeMm: number) => number;

/** Breaks a text into lines no wider than `widthMm`; a word that is wider by itself stands alone, shortened where it must be. */
export function wrapText(text: string, face: Face, sizeMm: number, widthMm: number, measure: Measure): readonly string[] {
  const lines: string[] = [];
  for (const word of text.split(/\s+/).filter((each) => each !== '')) {
    const last = lines[lines.length - 1];
    const longer = last === undefined ? word : `${last} ${word}`;
    if (last === undefined) lines.push(word);
    else if (measure(longer, face, sizeMm) <= widthMm) lines[lines.length - 1] = longer;
    else lines.push(word);
  }
  return lines.map((line) => shorten(line, face, sizeMm, widthMm, measure));
}

/** A text on one line, cut with an ellipsis where it is too wide. */
export function shorten(text: string, face: Face, sizeMm: number, widthMm: number, measure: Measure): string {
  if (measure(text, face, sizeMm) <= widthMm) return text;
  const letters = [...text];
  const fits = (count: number): boolean => measure(`${letters.slice(0, count).join('')}…`, face, sizeMm) <= widthMm;
  let [few, many] = [1, letters.length];
  while (many - few > 1) {
    const middle = Math.floor((few + many) / 2);
    if (fits(middle)) few = middle;
    else many = middle;
  }
  return `${letters.slice(0, few).join('').trimEnd()}…`;
}
