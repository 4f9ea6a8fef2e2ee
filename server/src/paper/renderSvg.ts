import type { StillTone } from '@easytuck/core';
import type { Display, DisplayItem, Typeface, Ink } from './display.ts';
import { writable } from './fonts.ts';

const [BLACK, WHITE] = ['#000000', '#ffffff'] as const;

/** A label printer has one ink: the long end is black, the short end hatched, linings are left white. */
const FILLS: Readonly<Record<Ink, string>> = {
  ink: BLACK,
  pencil: BLACK,
  rule: BLACK,
  long: BLACK,
  short: 'url(#hatch)',
  longLining: WHITE,
  shortLining: WHITE,
  paper: WHITE,
};

const FONTS: Readonly<Record<Typeface, string>> = {
  figure: 'font-family="Source Serif 4" font-weight="600"',
  text: 'font-family="IBM Plex Sans" font-weight="400"',
  strong: 'font-family="IBM Plex Sans" font-weight="600"',
};

/** Renders a display for a printer with one ink, as SVG in millimetres. */
export function renderSvg(display: Display): string {
  const { widthMm, heightMm, items } = display;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${heightMm}mm" viewBox="0 0 ${widthMm} ${heightMm}">`,
    '<defs><pattern id="hatch" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">',
    '<rect width="4" height="4" fill="#ffffff"/><rect width="1.6" height="4" fill="#000000"/></pattern></defs>',
    `<rect width="${widthMm}" height="${heightMm}" fill="#ffffff"/>`,
    ...items.map(svgItem),
    '</svg>',
  ].join('');
}

function svgItem(item: DisplayItem): string {
  switch (item.kind) {
    case 'text':
      return `<text x="${item.x}" y="${item.y}" font-size="${item.sizeMm}" ${FONTS[item.typeface]} font-feature-settings="'frac','tnum'" fill="#000000">${escapeXml(writable(item.text, item.typeface))}</text>`;
    case 'line':
      return `<line x1="${item.x1}" y1="${item.y1}" x2="${item.x2}" y2="${item.y2}" stroke="#000000" stroke-width="${item.strokeMm}"/>`;
    case 'outline':
      return `<path d="${item.d}" transform="translate(${item.x} ${item.y}) scale(${item.scale})" fill="${item.fill ? FILLS[item.fill] : 'none'}" ${item.stroke ? `stroke="#000000" stroke-width="${item.strokeMm / item.scale}"` : ''}/>`;
    case 'still':
      // a window of its own: what reaches past it is not shown
      return [
        `<svg x="${item.x}" y="${item.y}" width="${item.widthMm}" height="${item.heightMm}" viewBox="${item.x} ${item.y} ${item.widthMm} ${item.heightMm}">`,
        ...item.patches
          .filter(({ tone }) => tone !== 'glass')
          .map(
            ({ points, tone }) => `<polygon points="${points.map((point) => point.join(' ')).join(' ')}" fill="${TONES[tone] ?? WHITE}"/>`,
          ),
        '</svg>',
      ].join('');
  }
}

/** The outer faces of both ends; all else is left white. */
const TONES: Readonly<Partial<Record<StillTone, string>>> = { longOuter: FILLS.long, shortOuter: FILLS.short };

const escapeXml = (text: string): string => text.replace(/[&<>"]/g, (character) => `&#${character.charCodeAt(0)};`);
