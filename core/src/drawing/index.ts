/** Drawing: outlines of strip, bow and collar in millimetres, as SVG path data. */
export { pathThrough, threadPath, type DrawingPoint } from './path.ts';
export { drawBlade, layOutStrip as layOutStrip, type StripEndLayout, type StripLayout } from './drawStrip.ts';
export { drawTied, type BowDrawing, type TiedDrawing, type WingDrawing } from './drawBow.ts';
export { drawCollar, type CollarDrawing } from './drawCollar.ts';
export { BACK_BOW_RISE_MM, drawTiedFlat, drawTieFlat, movedPath, OUTLINE_KINDS, type FlatDrawing, type OutlineKind } from './drawFlat.ts';
