import { tieInput, type TieInput } from '@easytuck/contract';
import { drawBlade, prepareTie } from '@easytuck/core';
import Box from '@mui/material/Box';
import { useWatch, type Control } from 'react-hook-form';
import { useWidth } from '../../shared/drawing/useWidth.ts';
import { useUnits } from '../../shared/UnitProvider.tsx';
import { COLOURS } from '../../theme.ts';
import { readTieForm, type TieForm } from './tieForm.ts';

const MARGIN_MM = 34;
/** Hardware that changes nothing of the drawing, so that a blade is drawn before its band is measured. */
const ANY_HARDWARE = { kind: 'fixed', lengthMm: 900 } as const;

/** The blade as it is typed, to scale, with each measure where the tape goes; a line of what is still missing before there is one. */
export function MeasuredStrip({ control }: { control: Control<TieForm, unknown, TieInput> }) {
  const form = useWatch({ control }) as TieForm;
  const { ref, widthPx } = useWidth<HTMLDivElement>();
  const { length } = useUnits();
  const typed = tieInput.safeParse({ ...(readTieForm(form) as object), name: 'drawn', hardware: ANY_HARDWARE, inStock: 1, note: '' });
  return (
    <Box ref={ref} sx={{ minHeight: 180, display: 'grid', alignItems: 'center' }}>
      {typed.success && widthPx > 0 ? (
        <Blade tie={typed.data} widthPx={widthPx} length={length} />
      ) : (
        <Box sx={{ color: 'text.secondary', textAlign: 'center' }}>
          The blade is drawn here as soon as its three lengths and four widths are given.
        </Box>
      )}
    </Box>
  );
}

function Blade({ tie, widthPx, length }: { tie: TieInput; widthPx: number; length: (mm: number) => string }) {
  const prepared = prepareTie(tie);
  const { blade } = tie;
  const lengthMm = prepared.profile.bladeLengthMm;
  const k = Math.min(3.2, widthPx / (lengthMm + 2 * MARGIN_MM));
  const halfPx = (prepared.bowHeightMm / 2) * k;
  const axis = halfPx + 22;
  const left = (widthPx - lengthMm * k) / 2;
  const x = (v: number): number => left + v * k;
  const stops = [
    { name: 'nose', v: 0, width: blade.bandWidthMm },
    { name: 'belly', v: blade.noseToBellyMm, width: blade.bellyWidthMm },
    { name: 'waist', v: prepared.waistMm, width: blade.waistWidthMm },
    { name: 'tail', v: lengthMm - blade.tipDepthMm, width: blade.tailWidthMm },
  ];
  return (
    <svg width={widthPx} height={2 * halfPx + 92} role="img" aria-label="The blade as measured">
      <rect
        x={x(-MARGIN_MM)}
        y={axis - (blade.bandWidthMm / 2) * k}
        width={MARGIN_MM * k + 1}
        height={blade.bandWidthMm * k}
        fill={COLOURS.long}
      />
      <path d={drawBlade(prepared.profile)} transform={`translate(${left} ${axis}) scale(${k})`} fill={COLOURS.long} />
      {stops.map(({ name, v, width }) => (
        <g key={name} fontSize="13">
          <path d={`M${x(v)} ${axis - (width / 2) * k}v${width * k}`} stroke="#ffffff" strokeDasharray="4 3" />
          <text x={x(v) + (name === 'tail' ? -6 : 6)} y={axis + 5} fill="#ffffff" textAnchor={name === 'tail' ? 'end' : 'start'}>
            {width}
          </text>
          <text x={x(v)} y={axis - halfPx - 8} textAnchor="middle" fill={COLOURS.ink}>
            {name}
          </text>
        </g>
      ))}
      {[
        [0, blade.noseToBellyMm],
        [blade.noseToBellyMm, prepared.waistMm],
        [prepared.waistMm, lengthMm],
      ].map(([from = 0, to = 0]) => (
        <g key={from} fontSize="13">
          <path
            d={`M${x(from)} ${axis + halfPx + 12}v10M${x(from)} ${axis + halfPx + 17}H${x(to)}m0 -5v10`}
            stroke={COLOURS.pencil}
            fill="none"
          />
          <text x={(x(from) + x(to)) / 2} y={axis + halfPx + 36} textAnchor="middle" fill={COLOURS.ink}>
            {to - from} mm
          </text>
        </g>
      ))}
      <text x={widthPx / 2} y={axis + halfPx + 60} textAnchor="middle" fontSize="14" fill={COLOURS.pencil}>
        Cut for a bow of {length(prepared.naturalSpreadMm)}; knot {length(prepared.takeUp.knotHeightMm)} high; lead for even bows{' '}
        {length(prepared.takeUp.longMm - prepared.takeUp.shortMm)}.
      </text>
    </svg>
  );
}
