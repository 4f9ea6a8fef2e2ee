import { sideName, type Reader } from '@easytuck/contract';
import { oppositeSide, type Pull, type Side } from '@easytuck/core';

/** Which of the bows. */
export type BowEnd = 'front' | 'back';

/** Which layer of the back bow's loop runs into the knot: it depends on how its fold was turned. */
export type KnotLayer = 'front' | 'back' | 'unknown';

/** Side of the wearer that a bow's loop lies on. */
export const loopSideOf = (end: BowEnd, frontLoopSide: Side): Side => (end === 'front' ? frontLoopSide : oppositeSide(frontLoopSide));

/** What a pull is told by: on which side the front loop lies, which layer was found to move the knot, who reads, how lengths are written. */
export interface PullView {
  readonly frontLoopSide: Side;
  readonly knotLayer: KnotLayer;
  readonly reader: Reader;
  readonly fine: (lengthMm: number) => string;
}

/** A pull in words, sides named to whoever reads: what is held, what is drawn, by how much. */
export function pullWords(
  { end, pull }: { readonly end: BowEnd; readonly pull: Pull },
  { frontLoopSide, knotLayer, reader, fine }: PullView,
): string {
  const loopSide = loopSideOf(end, frontLoopSide);
  const by = fine(pull.byMm);
  // the front loop's knot layer is the back one; the back loop's depends on its fold
  const layer = end === 'front' ? 'back' : knotLayer;
  const knotSide = layer === 'unknown' ? 'the layer that tightens the knot' : `the ${layer} layer`;
  const tailSide = layer === 'unknown' ? 'the layer that shortens the flat end' : `the ${layer === 'back' ? 'front' : 'back'} layer`;
  const loop = `of the ${end} loop, on ${sideName(loopSide, reader)},`;
  switch (pull.kind) {
    case 'drawFlatEnd':
      return `Hold the knot; draw the ${end} flat end, on ${sideName(oppositeSide(loopSide), reader)}, out by ${by}`;
    case 'drawTailSide':
      return `Hold the knot; draw ${tailSide} ${loop} out by ${by}`;
    case 'drawKnotSide':
      return `Draw ${knotSide} ${loop} out by ${by}: the knot tightens`;
    case 'easeKnotSide':
      return `Ease ${knotSide} ${loop} back by ${by}: the knot loosens`;
  }
}
