import { useDrag } from '../../common/drawing/useDrag.ts';
import {
  bladeLengthMm,
  bladeLines,
  clothBehaviour,
  drawBlade,
  EXTRA_WIDTH_GAP_MM,
  seenKnotHeightMm,
  takeUpGrounds,
  naturalSpreadMm,
  widthProfile,
  type BladeLine,
  type BladeMeasures,
  type ExtraWidth,
  type LengthUnit,
} from '@easytuck/core';
import Box from '@mui/material/Box';
import { useRef, type KeyboardEvent } from 'react';
import { useWatch, type Control, type UseFormSetValue } from 'react-hook-form';
import type { TieInput } from '@easytuck/contract';
import { useWidth } from '../../common/drawing/useWidth.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { COLOURS, SIZE } from '../../theme.ts';
import { drawnBlade } from './drawnBlade.ts';
import { useReadOnly } from '../../common/session/readOnly.ts';
import { clothOf, readFurther, writeFurther, type TieForm } from './tieForm.ts';

const BAND_MM = 34;
const MARGIN_MM = 22;
const WIDTH_FIELDS: Readonly<Record<BladeLine, 'bandWidth' | 'bellyWidth' | 'waistWidth' | 'tailWidth'>> = {
  nose: 'bandWidth',
  belly: 'bellyWidth',
  waist: 'waistWidth',
  tail: 'tailWidth',
};
const PLACE_FIELDS: Readonly<Partial<Record<BladeLine, 'tipToNose' | 'tipToBelly' | 'tipToWaist'>>> = {
  nose: 'tipToNose',
  belly: 'tipToBelly',
  waist: 'tipToWaist',
};
const WIDTH_MEASURES = { nose: 'bandWidthMm', belly: 'bellyWidthMm', waist: 'waistWidthMm', tail: 'tailWidthMm' } as const;
const PLACE_MEASURES = { nose: 'noseToBellyMm', belly: 'bellyToWaistMm', waist: 'waistToTipMm' } as const;

interface MeasuredStripProps {
  readonly control: Control<TieForm, unknown, TieInput>;
  readonly setValue: UseFormSetValue<TieForm>;
  /** The field that is being typed into: its measure is shown where the tape goes. */
  readonly focused: string;
}

/** The blade as it is typed, to scale: what is measured drawn dark, what is only usual pale, and the tape where it goes now. */
export function MeasuredStrip({ control, setValue, focused }: MeasuredStripProps) {
  const form = useWatch({ control }) as TieForm;
  const { ref, widthPx } = useWidth<HTMLDivElement>();
  return (
    <Box ref={ref} sx={{ minHeight: 240 }}>
      {widthPx > 0 && <Blade form={form} widthPx={widthPx} setValue={setValue} focused={focused} />}
    </Box>
  );
}

/** A point of the outline that can be taken hold of. */
interface Hold {
  readonly id: string;
  readonly says: string;
  readonly atMm: number;
  readonly widthMm: number;
  readonly move: (atMm: number, widthMm: number) => void;
  readonly remove?: () => void;
}

function Blade({
  form,
  widthPx,
  setValue,
  focused,
}: { form: TieForm; widthPx: number } & Pick<MeasuredStripProps, 'setValue' | 'focused'>) {
  const { length, bare, unit } = useUnits();
  const isReadOnly = useReadOnly();
  const svg = useRef<SVGSVGElement>(null);
  const { blade, assumed, contradicts } = drawnBlade(form, unit);
  const lengthMm = bladeLengthMm(blade);
  const lines = bladeLines(blade);
  const tallest = Math.max(...lines.map(({ widthMm }) => widthMm));
  const k = Math.min(3.1, widthPx / (lengthMm + BAND_MM + MARGIN_MM), 200 / tallest);
  const axis = (tallest / 2) * k + 26;
  const left = (widthPx - (lengthMm - BAND_MM) * k) / 2;
  const x = (v: number): number => left + v * k;
  const extras = readFurther(form.further);
  const put = (field: keyof TieForm, value: number): void =>
    setValue(field, `${Math.max(0, Math.round(value * 2) / 2)} mm`, { shouldDirty: true, shouldValidate: true, shouldTouch: true });
  const putExtras = (next: readonly ExtraWidth[]): void =>
    setValue('further', writeFurther(next), { shouldDirty: true, shouldValidate: true, shouldTouch: true });
  const holds: Hold[] = [
    ...lines.map(({ name, atMm, widthMm }): Hold => ({
      id: name,
      says: `${name}, ${length(widthMm)} wide`,
      atMm,
      widthMm,
      move: (toMm, wide) => {
        put(WIDTH_FIELDS[name], wide);
        const place = PLACE_FIELDS[name];
        if (place && !assumed.has(PLACE_MEASURES[name as keyof typeof PLACE_MEASURES])) put(place, lengthMm - toMm);
      },
    })),
    ...extras
      .map((extra, i) => ({ extra, i }))
      .filter(({ extra }) => Number.isFinite(extra.atMm) && Number.isFinite(extra.widthMm))
      .map(({ extra, i }): Hold => ({
        id: `further ${i + 1}`,
        says: `further width ${length(extra.atMm)} from the nose, ${length(extra.widthMm)} wide`,
        atMm: extra.atMm,
        widthMm: extra.widthMm,
        move: (toMm, wide) => putExtras(extras.map((each, at) => (at === i ? { atMm: toMm, widthMm: wide } : each))),
        remove: () => putExtras(extras.filter((_, at) => at !== i)),
      })),
  ];
  const pointAt = (xPx: number, yPx: number): { atMm: number; widthMm: number } => {
    const box = svg.current?.getBoundingClientRect();
    return { atMm: (xPx - (box?.left ?? 0) - left) / k, widthMm: (2 * Math.abs(yPx - (box?.top ?? 0) - axis)) / k };
  };
  const path = drawBlade(widthProfile(blade));
  const isWhole = assumed.size === 0 && !contradicts;
  const { knot } = takeUpGrounds({
    blade,
    cloth: clothBehaviour(clothOf(form)),
    overhangMm: 0,
    hardware: { kind: 'fixed', lengthMm: 900 },
  });
  const heightMm = seenKnotHeightMm({ ...clothBehaviour(clothOf(form)), waistWidthMm: blade.waistWidthMm });
  return (
    <>
      <svg ref={svg} width={widthPx} height={2 * axis + 10} role="group" aria-label="The blade as measured" style={{ display: 'block' }}>
        <g opacity={contradicts ? 0.3 : 1}>
          <rect
            x={x(-BAND_MM)}
            y={axis - (blade.bandWidthMm / 2) * k}
            width={BAND_MM * k + 1}
            height={blade.bandWidthMm * k}
            fill={COLOURS.long}
            opacity={assumed.has('bandWidthMm') ? 0.45 : 1}
          />
          <path d={path} transform={`translate(${left} ${axis}) scale(${k})`} fill={COLOURS.long} opacity={isWhole ? 1 : 0.55} />
        </g>
        {lines.map(({ name, atMm, widthMm }) => (
          <g key={name} fontSize="13">
            <path d={`M${x(atMm)} ${axis - (widthMm / 2) * k}v${widthMm * k}`} stroke={COLOURS.white} strokeDasharray="4 3" />
            <text
              x={x(atMm) + (name === 'tail' ? -6 : 6)}
              y={axis + (name === 'tail' ? 21 : 5)}
              fill={COLOURS.white}
              textAnchor={name === 'tail' ? 'end' : 'start'}
            >
              {assumed.has(WIDTH_MEASURES[name]) ? `≈ ${bare(widthMm)}` : bare(widthMm)}
            </text>
            <text x={x(atMm)} y={13} textAnchor="middle" fill={COLOURS.ink}>
              {name}
            </text>
          </g>
        ))}
        <Tape blade={blade} focused={focused} x={x} axis={axis} k={k} bottom={2 * axis - 22} />
        {(isReadOnly ? [] : holds).map((hold) => (
          <HoldPoint key={hold.id} hold={hold} x={x(hold.atMm)} y={axis - (hold.widthMm / 2) * k} pointAt={pointAt} />
        ))}
      </svg>
      <Box sx={{ textAlign: 'center', fontSize: SIZE.plain, color: contradicts ? COLOURS.bad : COLOURS.pencil }}>
        {contradicts
          ? 'These measures contradict each other; see the fields.'
          : isWhole
            ? `Cut for a bow of ${length(naturalSpreadMm(blade))}; knot ${length(heightMm)} high; lead for even bows about ${length(knot.evenLead.meanMm)}.`
            : 'Pale: not measured yet; what is usual for this shape.'}
      </Box>
    </>
  );
}

/** The tape, laid where the measure of the field being typed into is taken. */
function Tape({
  blade,
  focused,
  x,
  axis,
  k,
  bottom,
}: {
  blade: BladeMeasures;
  focused: string;
  x: (v: number) => number;
  axis: number;
  k: number;
  bottom: number;
}) {
  const lines = bladeLines(blade);
  const tip = bladeLengthMm(blade);
  const across = lines.find(({ name }) => WIDTH_FIELDS[name] === focused);
  const along = lines.find(({ name }) => PLACE_FIELDS[name] === focused);
  if (across) {
    const half = (across.widthMm / 2) * k;
    return (
      <g data-testid="tape-laid">
        <rect x={x(across.atMm) - 7} y={axis - half} width={14} height={2 * half} fill={COLOURS.tape} stroke={COLOURS.ink} />
        <path d={`M${x(across.atMm) - 7} ${axis}h14`} stroke={COLOURS.ink} />
      </g>
    );
  }
  const depth = focused === 'tipDepth' ? tip - blade.tipDepthMm : null;
  const from = along?.atMm ?? depth;
  if (from === null) return null;
  const ticks = Array.from(
    { length: Math.floor((tip - from) / 10) + 1 },
    (_, i) => `M${x(tip - 10 * i)} ${bottom}v${i % 5 === 0 ? 12 : 7}`,
  ).join('');
  return (
    <g data-testid="tape-laid">
      <path d={`M${x(from)} ${axis}V${bottom}M${x(tip)} ${axis}V${bottom}`} stroke={COLOURS.ink} strokeDasharray="2 3" />
      <rect x={x(from)} y={bottom} width={(tip - from) * k} height={18} fill={COLOURS.tape} stroke={COLOURS.ink} />
      <path d={ticks} stroke={COLOURS.ink} />
    </g>
  );
}

/** A point that is dragged, or moved by the arrow keys: up and down the width, left and right the place. */
function HoldPoint({
  hold,
  x,
  y,
  pointAt,
}: {
  hold: Hold;
  x: number;
  y: number;
  pointAt: (xPx: number, yPx: number) => { atMm: number; widthMm: number };
}) {
  const drag = useDrag<{ readonly atMm: number; readonly widthMm: number }>({
    onStart: () => ({ atMm: hold.atMm, widthMm: hold.widthMm }),
    onMove: ({ atXPx, atYPx }) => {
      const { atMm, widthMm } = pointAt(atXPx, atYPx);
      hold.move(Math.abs(atMm - hold.atMm) < EXTRA_WIDTH_GAP_MM ? hold.atMm : atMm, widthMm);
    },
    onCancel: ({ atMm, widthMm }) => hold.move(atMm, widthMm),
  });
  const onKeyDown = (event: KeyboardEvent): void => {
    const by = { ArrowUp: [0, 1], ArrowDown: [0, -1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[event.key];
    if (event.key === 'Delete' && hold.remove) hold.remove();
    else if (by) hold.move(hold.atMm + (by[0] ?? 0), hold.widthMm + (by[1] ?? 0));
    else return;
    event.preventDefault();
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={hold.says}
      aria-valuenow={Math.round(hold.widthMm)}
      aria-valuemin={0}
      aria-valuemax={160}
      data-testid={`hold-${hold.id}`}
      style={{ cursor: 'grab', touchAction: 'none' }}
      onKeyDown={onKeyDown}
      {...drag(undefined)}
    >
      <rect x={x - 14} y={y - 14} width={28} height={28} fill="transparent" />
      <circle cx={x} cy={y} r={6} fill={COLOURS.card} stroke={COLOURS.ink} strokeWidth={1.5} />
    </g>
  );
}

/** A further width to begin with, in the middle of the widest gap between the lines, as wide as the blade is drawn there. */
export function nextFurther(form: TieForm, unit: LengthUnit): string {
  const { blade } = drawnBlade({ ...form, further: form.further }, unit);
  const points = [...bladeLines(blade), ...readFurther(form.further)].sort((a, b) => a.atMm - b.atMm);
  let [atMm, widthMm, widest] = [0, 0, 0];
  points.forEach((point, i) => {
    const next = points[i + 1];
    if (!next || next.atMm - point.atMm <= widest) return;
    widest = next.atMm - point.atMm;
    [atMm, widthMm] = [(point.atMm + next.atMm) / 2, (point.widthMm + next.widthMm) / 2];
  });
  return writeFurther([...readFurther(form.further), { atMm, widthMm }]);
}
