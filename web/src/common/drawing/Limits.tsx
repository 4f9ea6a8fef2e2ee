import type { Bound, BoundId, Fit, ResolvedLimits } from '@easytuck/core';
import { COLOURS } from '../../theme.ts';
import type { StageLayout } from './stageLayout.ts';

/** Widths that bound the bow, drawn where they bite: a dashed line either side, named below it; solid and marked where the bow is past it. */
export function Limits({ fit, limits, layout }: { fit: Fit; limits: ResolvedLimits; layout: StageLayout }) {
  const lines: readonly { id: BoundId; name: string; widthMm: number | null; estimated: boolean }[] = [
    { id: 'neckBreadth', name: 'neck', widthMm: limits.neckBreadthMm, estimated: limits.neckEstimated },
    { id: 'collarPoints', name: 'points', widthMm: limits.collarPointsMm, estimated: limits.pointsEstimated },
    { id: 'faceWidth', name: 'face', widthMm: limits.faceWidthMm, estimated: false },
  ];
  const halfMm = fit.bowHeightMm / 2 + 6;
  const topPx = layout.bowPx - halfMm * layout.pxPerMm;
  const bottomPx = layout.bowPx + halfMm * layout.pxPerMm;
  return (
    <g fontSize="12">
      {lines.map(({ id, name, widthMm, estimated }, row) => {
        const bound = fit.bounds.find((found) => found.id === id);
        if (widthMm === null || !bound) return null;
        const past = isPast(bound);
        const colour = past ? COLOURS.bad : COLOURS.pencil;
        return ([1, -1] as const).map((side) => {
          const x = layout.centrePx + (side * widthMm * layout.pxPerMm) / 2;
          const y = bottomPx + 4 + row * 13;
          return (
            <g key={id + String(side)}>
              <path
                d={`M${x} ${topPx}V${y}`}
                stroke={colour}
                strokeWidth={past ? 2 : 1}
                strokeDasharray={past ? undefined : '4 3'}
                fill="none"
              />
              <text x={x + side * 4} y={y + 3} textAnchor={side > 0 ? 'start' : 'end'} fill={colour} fontWeight={past ? 700 : 400}>
                {past ? '✕ ' : ''}
                {name}
                {estimated ? ' ≈' : ''}
              </text>
            </g>
          );
        });
      })}
    </g>
  );
}

/** Past a bound by more than can be seen. */
function isPast(bound: Bound): boolean {
  return bound.roomMm < -0.05;
}
