import fontkit from '@pdf-lib/fontkit';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Typeface, Measure } from './display.ts';

const require = createRequire(import.meta.url);

/** Files of the faces, as they ship with the application. (Not every face can be embedded in part: some lose their composed letters.) */
const FILES: Readonly<Record<Typeface, string>> = {
  figure: '@expo-google-fonts/source-serif-4/600SemiBold/SourceSerif4_600SemiBold.ttf',
  text: '@expo-google-fonts/ibm-plex-sans/400Regular/IBMPlexSans_400Regular.ttf',
  strong: '@expo-google-fonts/ibm-plex-sans/600SemiBold/IBMPlexSans_600SemiBold.ttf',
};

/** OpenType features that all type is set with: fractions are set as fractions, digits of one width. */
export const FEATURES = { frac: true, tnum: true, kern: true } as const;

const read = new Map<Typeface, Buffer>();

/** The bytes of a face, read once. */
export function fontFile(face: Typeface): Buffer {
  const known = read.get(face);
  if (known) return known;
  const bytes = readFileSync(require.resolve(FILES[face]));
  read.set(face, bytes);
  return bytes;
}

interface OpenFont {
  readonly unitsPerEm: number;
  glyphForCodePoint(codePoint: number): { readonly advanceWidth: number };
  hasGlyphForCodePoint(codePoint: number): boolean;
}

const open = new Map<Typeface, OpenFont>();

function font(face: Typeface): OpenFont {
  const known = open.get(face);
  if (known) return known;
  const opened = fontkit.create(fontFile(face)) as unknown as OpenFont;
  open.set(face, opened);
  return opened;
}

const advances = new Map<string, number>();

/** Advance of a letter, as a part of the size of the type; found once. */
function advanceOf(face: Typeface, letter: string): number {
  const key = face + letter;
  const known = advances.get(key);
  if (known !== undefined) return known;
  const opened = font(face);
  const advance = opened.glyphForCodePoint(letter.codePointAt(0) ?? 0).advanceWidth / opened.unitsPerEm;
  advances.set(key, advance);
  return advance;
}

/**
 * Width of a text in mm, as the sum of its letters. Kerning and fractions set it a little narrower, never wider by more
 * than a pair's kerning; shaping each text to know exactly took a hundred times as long.
 */
export const measureText: Measure = (text, face, sizeMm) => {
  let width = 0;
  for (const letter of writable(text, face)) width += advanceOf(face, letter);
  return width * sizeMm;
};

/** A text with only letters that the face has: others are shown as a lozenge, so that nobody's name stops a card. */
export function writable(text: string, face: Typeface): string {
  const opened = font(face);
  return Array.from(text.normalize('NFC'))
    .map((letter) => (opened.hasGlyphForCodePoint(letter.codePointAt(0) ?? 0) ? letter : letter.trim() === '' ? ' ' : '◊'))
    .join('');
}
