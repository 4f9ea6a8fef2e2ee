/** Draws the knots that its parent sends tight, and sends each back. */
import { tightenBowKnot } from '@easytuck/core/rope';

process.on('message', (/** @type {{ index: number, knot: import('@easytuck/core/rope').BowKnotCase }} */ { index, knot }) => {
  const started = performance.now();
  const tight = tightenBowKnot(knot);
  process.send?.({ index, tight, seconds: (performance.now() - started) / 1000 });
});
