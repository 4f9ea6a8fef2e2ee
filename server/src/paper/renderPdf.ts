import { deflateSync } from 'node:zlib';
import fontkit from '@pdf-lib/fontkit';
import { PALETTE, STILL_COLOURS } from '@easytuck/contract';
import { litColour } from '@easytuck/core';
import { PDFDocument, PDFRawStream, rgb, type Color, type PDFEmbeddedPage, type PDFFont, type PDFPage } from 'pdf-lib';
import type { Display, DisplayItem, Typeface, Ink } from './display.ts';
import { FEATURES, fontFile, writable } from './fonts.ts';
import { PdfTags, type Tag } from './tagPdf.ts';

/** PDF points in a millimetre (ISO 32000: 72 to the inch). */
export const POINTS_PER_MM = 72 / 25.4;

/** Where a display goes on a page, in mm from the page's upper left corner. */
interface Placed {
  readonly display: Display;
  readonly x: number;
  readonly y: number;
}

/** A page and what is on it. */
export interface PdfPage {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly placed: readonly Placed[];
}

const colour = (hex: string): Color =>
  rgb(parseInt(hex.slice(1, 3), 16) / 255, parseInt(hex.slice(3, 5), 16) / 255, parseInt(hex.slice(5, 7), 16) / 255);

const INKS: Readonly<Record<Ink, Color>> = {
  ink: colour(PALETTE.ink),
  pencil: colour(PALETTE.pencil),
  rule: colour(PALETTE.thread),
  long: colour(PALETTE.long),
  short: colour(PALETTE.short),
  longLining: colour(PALETTE.longLining),
  shortLining: colour(PALETTE.shortLining),
  paper: colour(PALETTE.white),
};

type Fonts = Readonly<Record<Typeface, PDFFont>>;

/** Renders pages as a vector PDF with its type embedded; a millimetre is a millimetre. What is placed several times is drawn once. */
export async function renderPdf(title: string, pages: readonly PdfPage[]): Promise<Uint8Array> {
  const document = await newDocument();
  document.setTitle(title, { showInWindowTitleBar: true });
  document.setProducer('Easy Tuck');
  document.setCreator('Easy Tuck');
  const fonts = await embedFonts(document);
  const repeated = await drawRepeated(document, pages);
  const tags = new PdfTags(document);
  for (const { widthMm, heightMm, placed } of pages) {
    const page = document.addPage([widthMm * POINTS_PER_MM, heightMm * POINTS_PER_MM]);
    tags.beginPage(page);
    const largestMm = Math.max(...placed.flatMap(({ display }) => wordsOf(display).map(({ sizeMm }) => sizeMm)));
    for (const each of placed) {
      const drawn = repeated.get(each.display);
      if (!drawn) drawDisplay(page, each, fonts, tags, largestMm);
      else
        tags.piece(
          'Figure',
          wordsOf(each.display)
            .map(({ text }) => text)
            .join('. '),
          () => page.drawPage(drawn, { x: each.x * POINTS_PER_MM, y: page.getHeight() - (each.y + each.display.heightMm) * POINTS_PER_MM }),
        );
    }
  }
  tags.finish('en-GB');
  return document.save();
}

async function newDocument(): Promise<PDFDocument> {
  const document = await PDFDocument.create();
  document.registerFontkit(fontkit);
  return document;
}

async function embedFonts(document: PDFDocument): Promise<Fonts> {
  const embed = (face: Typeface): Promise<PDFFont> => document.embedFont(fontFile(face), { subset: true, features: FEATURES });
  return { figure: await embed('figure'), text: await embed('text'), strong: await embed('strong') };
}

/** Displays that are placed more than once, each drawn on a page of its own that the document then takes in as one piece. */
async function drawRepeated(document: PDFDocument, pages: readonly PdfPage[]): Promise<ReadonlyMap<Display, PDFEmbeddedPage>> {
  const placed = pages.flatMap((page) => page.placed.map(({ display }) => display));
  const several = [...new Set(placed)].filter((display) => placed.indexOf(display) !== placed.lastIndexOf(display));
  if (several.length === 0) return new Map();
  const source = await newDocument();
  const fonts = await embedFonts(source);
  const drawn = several.map((display) => {
    const page = source.addPage([display.widthMm * POINTS_PER_MM, display.heightMm * POINTS_PER_MM]);
    drawDisplay(page, { display, x: 0, y: 0 }, fonts, null);
    return page;
  });
  await source.flush();
  const embedded = await document.embedPages(drawn);
  return new Map(
    several
      .map((display, i) => [display, embedded[i]] as const)
      .filter((pair): pair is [Display, PDFEmbeddedPage] => pair[1] !== undefined),
  );
}

const wordsOf = (display: Display) => display.items.flatMap((item) => (item.kind === 'text' ? [item] : []));

/** Draws a display. `tags` says what its words are, the largest of the page its heading; lines and cloth are for the eye. */
function drawDisplay(page: PDFPage, { display, x: left, y: top }: Placed, fonts: Fonts, tags: PdfTags | null, largestMm = 0): void {
  const word = (tag: Tag, draw: () => void): void => (tags ? tags.piece(tag, null, draw) : draw());
  const ornament = (draw: () => void): void => (tags ? tags.ornament(draw) : draw());
  const px = (xMm: number): number => (left + xMm) * POINTS_PER_MM;
  const height = page.getHeight();
  const py = (yMm: number): number => height - (top + yMm) * POINTS_PER_MM;
  for (const item of display.items) {
    switch (item.kind) {
      case 'text':
        word(item.sizeMm === largestMm ? 'H1' : 'P', () =>
          page.drawText(writable(item.text, item.typeface), {
            x: px(item.x),
            y: py(item.y),
            size: item.sizeMm * POINTS_PER_MM,
            font: fonts[item.typeface],
            color: INKS[item.ink],
          }),
        );
        break;
      case 'line':
        ornament(() =>
          page.drawLine({
            start: { x: px(item.x1), y: py(item.y1) },
            end: { x: px(item.x2), y: py(item.y2) },
            thickness: item.strokeMm * POINTS_PER_MM,
            color: INKS[item.ink],
          }),
        );
        break;
      case 'outline':
        if (item.d === '') break;
        ornament(() =>
          page.drawSvgPath(item.d, {
            x: px(item.x),
            y: py(item.y),
            scale: item.scale * POINTS_PER_MM,
            ...(item.fill ? { color: INKS[item.fill] } : {}),
            // the path is scaled, and its line with it
            ...(item.stroke ? { borderColor: INKS[item.stroke], borderWidth: item.strokeMm / item.scale } : {}),
          }),
        );
        break;
      case 'still':
        drawStill(page, item, px, py);
        break;
    }
  }
}

type StillItem = Extract<DisplayItem, { kind: 'still' }>;

/**
 * Draws a still through its window, as one stream of the page's content written as text: there are thousands of patches, and an
 * object for each operator takes seconds. The window is the PDF's own clipping path (ISO 32000-1, 8.5.4).
 */
function drawStill(
  page: PDFPage,
  { x, y, widthMm, heightMm, patches }: StillItem,
  px: (xMm: number) => number,
  py: (yMm: number) => number,
): void {
  if (patches.length === 0) return;
  const figure = (value: number): string => value.toFixed(2);
  const clip = `${figure(px(x))} ${figure(py(y + heightMm))} ${figure(widthMm * POINTS_PER_MM)} ${figure(heightMm * POINTS_PER_MM)} re W n\n`;
  const at = ([x, y]: readonly [number, number]): string => `${px(x).toFixed(2)} ${py(y).toFixed(2)}`;
  let now = '';
  const inked = (colours: string): string => {
    if (colours === now) return '';
    now = colours;
    return `${colours}\n`;
  };
  const drawn = patches.map(({ tone, light, points, edges }) => {
    const rgb = litColour(STILL_COLOURS[tone], light)
      .map((part) => (part / 255).toFixed(3))
      .join(' ');
    const area =
      tone === 'glass'
        ? ''
        : `${inked(`${rgb} rg ${rgb} RG 0.6 w`)}${points.map((point, i) => `${at(point)} ${i === 0 ? 'm' : 'l'}`).join(' ')} h B\n`;
    const lines = edges.map((edge) => {
      const [from, to] = [points[edge], points[(edge + 1) % points.length]];
      return from && to ? `${inked(EDGE)}${at(from)} m ${at(to)} l S\n` : '';
    });
    return area + lines.join('');
  });
  // by the platform's own deflate: that of the library takes longer than all the rest
  const content = deflateSync(Buffer.from(`/Artifact BMC\nq\n${clip}${drawn.join('')}Q\nEMC\n`, 'latin1'));
  const { context } = page.doc;
  page.node.addContentStream(context.register(PDFRawStream.of(context.obj({ Filter: 'FlateDecode', Length: content.length }), content)));
}

/** Line of the cloth's own edges. */
const EDGE = '0.14 0.19 0.23 RG 0.4 w';
