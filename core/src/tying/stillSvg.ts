import type { Still, StillTone } from './projectPose.ts';

/** Colours of a still's tones at full light, as `#rrggbb`. */
export type StillColours = Readonly<Record<StillTone, string>>;

/** How dark a patch gets that is seen edge-on, against one that faces the eye. */
const EDGE_ON_LIGHT = 0.66;

/** A tone's colour in the light of a patch, as three numbers from 0 to 255. */
export function litColour(hex: string, light: number): readonly [number, number, number] {
  const by = EDGE_ON_LIGHT + (1 - EDGE_ON_LIGHT) * light;
  const part = (from: number): number => Math.round(parseInt(hex.slice(from, from + 2), 16) * by);
  return [part(1), part(3), part(5)];
}

/** A still as an SVG document in mm, its middle `liftMm` above the knot and `asideMm` to the right of it, before it is mirrored. Nearer patches are painted over further ones. */
export function stillSvg(
  still: Still,
  colours: StillColours,
  box: { widthMm: number; heightMm: number; liftMm: number; asideMm?: number; isMirror: boolean },
): string {
  const { widthMm, heightMm, liftMm, asideMm = 0, isMirror } = box;
  const n = (value: number): string => value.toFixed(2);
  const painted = still.patches.map(({ tone, light, points, edges }) => {
    const fill = `rgb(${litColour(colours[tone], light).join(',')})`;
    const corners = points.map(([x, y]) => `${n(x)} ${n(y)}`);
    const lines = edges.map((edge) => `M${corners[edge] ?? ''}L${corners[(edge + 1) % corners.length] ?? ''}`).join('');
    const filled = tone === 'glass' ? '' : `<path d="M${corners.join('L')}Z" fill="${fill}" stroke="${fill}" stroke-width="0.3"/>`;
    return `${filled}${lines === '' ? '' : `<path d="${lines}" stroke="#24303a" stroke-width="0.5" fill="none"/>`}`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${widthMm}mm" height="${heightMm}mm" viewBox="${(isMirror ? -asideMm : asideMm) - widthMm / 2} ${-heightMm / 2 - liftMm} ${widthMm} ${heightMm}"><g${isMirror ? ' transform="scale(-1 1)"' : ''}>${painted.join('')}</g></svg>`;
}
