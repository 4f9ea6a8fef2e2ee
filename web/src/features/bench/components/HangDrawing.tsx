import { drawBlade, drawCollar, HANG, TYPICAL_COLLARS } from '@easytuck/core';
import Box from '@mui/material/Box';
import { ClothPatterns } from '../../../common/drawing/ClothPatterns.tsx';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { hangWords } from '../../../common/words.ts';
import { COLOURS, SIZE } from '../../../theme.ts';
import type { BenchFit } from '../benchViewModel.ts';

const PX_PER_MM = 0.9;
const WIDTH_MM = 420;
const ABOVE_MM = 82;
const BELOW_MM = 274;
/** How far from the middle the ends hang, in mm: beside the placket. */
const APART_MM = 42;

/** The draped strip on the wearer's own shirt front, to scale, with the buttons where theirs are. */
export function HangDrawing({ fit }: { fit: BenchFit }) {
  const { length } = useUnits();
  const { worn, prepared, hang, buttons } = fit;
  const blade = drawBlade(prepared.profile);
  const shirt = drawCollar(TYPICAL_COLLARS.turndown, worn.limits.neckBreadthMm, worn.limits.pointsMm, BELOW_MM, buttons);
  const bandMm = prepared.measured.blade.bandWidthMm;
  const top = -HANG.buttonBelowMm;
  const longSign = worn.fit.longEnd === 'left' ? 1 : -1;
  const second = buttons.firstMm;
  const third = buttons.firstMm + buttons.spacingMm;
  return (
    <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'auto minmax(0, 1fr)' }, alignItems: 'start' }}>
      <svg
        width={WIDTH_MM * PX_PER_MM}
        height={(ABOVE_MM + BELOW_MM) * PX_PER_MM}
        viewBox={`${-WIDTH_MM / 2} ${-ABOVE_MM} ${WIDTH_MM} ${ABOVE_MM + BELOW_MM}`}
        role="img"
        aria-label="The strip draped evenly over the collar"
      >
        <ClothPatterns />
        <g stroke={COLOURS.pencil} strokeWidth={0.6} strokeLinejoin="round">
          <path d={shirt.shirt} fill={COLOURS.shirtShade} stroke={COLOURS.thread} />
          <rect x={-110} y={second} width={220} height={third - second} fill={COLOURS.good} opacity={0.12} stroke="none" />
          <path d={shirt.placket} fill="none" stroke={COLOURS.thread} />
          {[{ x: 0, y: 0 }, ...shirt.buttons].map(({ y }) => (
            <circle key={y} cx={0} cy={y} r={5.2} fill={COLOURS.card} />
          ))}
          <path d={shirt.neck} fill={COLOURS.skin} stroke={COLOURS.thread} />
          {/* the collar stands up for tying */}
          <path
            d={`M${-worn.limits.neckBreadthMm / 2 - 8} -70Q-70 -20 -8 6L8 6Q70 -20 ${worn.limits.neckBreadthMm / 2 + 8} -70L60 -44Q40 -12 0 -6Q-40 -12 -60 -44Z`}
            fill={COLOURS.shirt}
          />
        </g>
        {[longSign, -longSign].map((sign, i) => (
          <g key={sign}>
            <rect
              x={sign * APART_MM - bandMm / 2}
              y={top}
              width={bandMm}
              height={hang.noseMm - top + 0.5}
              fill={`url(#cloth-${i === 0 ? 'long' : 'short'})`}
            />
            <path
              d={blade}
              transform={`translate(${sign * APART_MM} ${hang.noseMm}) rotate(90)`}
              fill={`url(#cloth-${i === 0 ? 'long' : 'short'})`}
            />
          </g>
        ))}
        <path d={`M-110 ${hang.noseMm}H110`} stroke={COLOURS.ink} strokeWidth={1} strokeDasharray="5 3" />
        <g fontSize="13" fill={COLOURS.ink}>
          <text x={116} y={hang.noseMm + 4}>
            nose
          </text>
          {[0, second, third].map((y, i) => (
            <text key={y} x={-116} y={y + 4} textAnchor="end" fill={COLOURS.pencil}>
              button {i + 1}
            </text>
          ))}
        </g>
      </svg>
      <Box sx={{ fontSize: SIZE.text, maxWidth: 460 }}>
        <Box sx={{ fontSize: SIZE.head, mb: 1 }}>
          {hang.asTrade ? '✓ ' : '! '}
          {hangWords(hang.noseMm, hang.between, length)}
        </Box>
        <p>
          Drape the strip evenly over the upturned collar, before the lead is set. The trade looks for the nose between the second and the
          third shirt button, the collar button being the first
          {hang.asTrade ? '.' : '; with this set it hangs elsewhere. The set is right for the bow all the same: go by the numbers.'}
        </p>
        <p>
          Buttons: {length(buttons.firstMm)} to the second, {length(buttons.spacingMm)} from one to the next. Measure the shirt’s own under
          “more measures”.
        </p>
      </Box>
    </Box>
  );
}
