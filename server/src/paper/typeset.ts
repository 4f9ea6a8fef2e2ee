/**
 * What sets type and makes papers of it, behind one door: whoever prints asks for it with `import()` when the first paper is
 * wanted, since its packages take as long to read as all others of the server together.
 */
export { measureText } from './fonts.ts';
export { renderPdf } from './renderPdf.ts';
export { renderSvg } from './renderSvg.ts';
