import { Resvg } from '@resvg/resvg-js';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);

/** Type that the printer has on board. */
const FONT_FILES = [
  '@expo-google-fonts/source-serif-4/600SemiBold/SourceSerif4_600SemiBold.ttf',
  '@expo-google-fonts/ibm-plex-sans/400Regular/IBMPlexSans_400Regular.ttf',
  '@expo-google-fonts/ibm-plex-sans/600SemiBold/IBMPlexSans_600SemiBold.ttf',
].map((path) => require.resolve(path));

/** Dots in a millimetre: a 300 dpi head. */
const DOTS_PER_MM = 300 / 25.4;

/** Burns a label, SVG in millimetres, into a picture as the printer's head would, as PNG. @throws where the SVG cannot be read. */
export function renderLabel(svg: string): Buffer {
  const widthMm = Number(/viewBox="0 0 ([\d.]+)/.exec(svg)?.[1]);
  const resvg = new Resvg(svg, {
    fitTo: { mode: 'width', value: Math.round(widthMm * DOTS_PER_MM) },
    font: { fontFiles: FONT_FILES, loadSystemFonts: false, defaultFontFamily: 'IBM Plex Sans' },
    background: '#ffffff',
  });
  return resvg.render().asPng();
}
