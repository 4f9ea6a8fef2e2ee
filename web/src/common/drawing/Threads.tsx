import {
  BACK_BOW_RISE_MM,
  landingOf,
  layOutStrip,
  threadPath,
  type Bow,
  type Fit,
  type PreparedTie,
  type Side,
  type StripEndLayout,
} from '@easytuck/core';
import { memo } from 'react';
import { COLOURS } from '../../theme.ts';
import type { StageLayout } from './stageLayout.ts';

interface ThreadsProps {
  readonly tie: PreparedTie;
  readonly fit: Fit;
  readonly layout: StageLayout;
}

/** On a slim stage the points' names stand one below the other. */
const SLIM_ROW_PX = 14;

/** Fine threads from nose, belly and waist of each blade to where that cloth ends up in the tied bow. */
export const Threads = memo(function Threads({ tie, fit, layout }: ThreadsProps) {
  const { long, short } = layOutStrip(tie, fit);
  const { noseToBellyMm } = tie.measured.blade;
  const points = [
    { name: 'nose', vMm: 0 },
    { name: 'belly', vMm: noseToBellyMm },
    { name: 'waist', vMm: tie.waistMm },
  ];
  const ends = [
    { end: long, bow: fit.back, loopSide: long.side, riseMm: BACK_BOW_RISE_MM, colour: COLOURS.long },
    { end: short, bow: fit.front, loopSide: fit.frontLoopSide, riseMm: 0, colour: COLOURS.short },
  ];
  const fromPx = layout.tapePx + layout.tapeHeightPx;
  return (
    <g fill="none" aria-hidden="true">
      {ends.flatMap(({ end, bow, loopSide, riseMm, colour }) =>
        points.map(({ name, vMm }, row) => {
          const from = { x: layout.xOf(end.xOf(vMm)), y: fromPx };
          const landing = landedAt(bow, vMm, end, loopSide);
          const to = { x: layout.xOf(landing), y: layout.bowPx - riseMm * layout.pxPerMm };
          return (
            <g key={end.side + name}>
              <path d={`M${from.x} ${layout.stripPx}V${fromPx}`} stroke={COLOURS.ink} strokeWidth={0.8} opacity={0.45} />
              <path d={threadPath(from, to, layout.isSlim ? 56 : 34, 64)} stroke={colour} strokeWidth={1.1} />
              <circle cx={to.x} cy={to.y} r={2.4} fill={COLOURS.white} stroke={colour} />
              <text
                x={from.x}
                y={fromPx + 13 + (layout.isSlim ? row * SLIM_ROW_PX : 0)}
                dx={end.sign * layout.flip * 5}
                textAnchor={end.sign * layout.flip > 0 ? 'start' : 'end'}
                fontSize="12"
                fill={colour}
              >
                {name}
              </text>
            </g>
          );
        }),
      )}
    </g>
  );
});

/** Where a point of the blade lies when tied, in mm towards the wearer's left. */
function landedAt(bow: Bow, vMm: number, end: StripEndLayout, loopSide: Side): number {
  const landing = landingOf(bow, vMm);
  const loop = loopSide === 'left' ? 1 : -1;
  if (landing.part === 'collar') return end.sign * (bow.crossingAtMm - vMm);
  if (landing.part === 'knot') return 0;
  return (landing.part === 'flatEnd' ? -loop : loop) * landing.outMm;
}
