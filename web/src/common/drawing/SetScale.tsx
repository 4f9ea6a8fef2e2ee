import { formatCollarLabel, hardwareRange, lastStep, settingAt, stepMm, type Fit, type Hardware, type Setting } from '@easytuck/core';
import { memo, type SVGProps } from 'react';
import { COLOURS } from '../../theme.ts';
import type { StageLayout } from './stageLayout.ts';

interface SetScaleProps {
  readonly hardware: Hardware;
  readonly setting: Setting;
  readonly fit: Fit;
  readonly layout: StageLayout;
  /** What makes the mark of the set a handle; without it, it only shows. */
  readonly handle?: SVGProps<SVGGElement>;
}

/** Closest that two ticks are drawn, in CSS pixels. */
const TICK_GAP_PX = 5;
const LABEL_GAP_PX = 22;

/** The band's own scale, to the strip's scale, with what is usable on it, and the mark of where it is set. */
export function SetScale({ hardware, setting, fit, layout, handle }: SetScaleProps) {
  if (hardware.kind === 'fixed') return null;
  const { shortestMm, longestMm } = hardwareRange(hardware);
  const xOf = scalePosition(hardware, layout);
  const baselinePx = scaleBaselinePx(layout);
  const clamp = (lengthMm: number): number => Math.min(longestMm, Math.max(shortestMm, lengthMm));
  const x = xOf(setting.lengthMm);
  return (
    <g>
      <path
        d={`M${xOf(clamp(fit.roomShorter.limitMm))} ${baselinePx}H${xOf(clamp(fit.roomLonger.limitMm))}`}
        stroke={COLOURS.good}
        strokeWidth="5"
        strokeLinecap="round"
        opacity="0.55"
      />
      <BandScale hardware={hardware} layout={layout} />
      <g
        data-testid="set-handle"
        style={{ cursor: handle ? 'ew-resize' : 'default', touchAction: 'none' }}
        {...(handle ?? { 'aria-hidden': true })}
      >
        <rect x={x - 22} y={baselinePx - 24} width="44" height="48" fill="transparent" />
        <path d={`M${x} ${baselinePx - 1}l9 11v16h-18v-16Z`} fill={COLOURS.ink} />
        <path
          d={`M${x - 3} ${baselinePx + 15}v8M${x} ${baselinePx + 15}v8M${x + 3} ${baselinePx + 15}v8`}
          stroke={COLOURS.card}
          strokeWidth="1"
        />
      </g>
    </g>
  );
}

/** Pixel of a tip-to-tip length on the band's scale, which stands over the middle of the strip. */
function scalePosition(hardware: Hardware, layout: StageLayout): (lengthMm: number) => number {
  const { shortestMm, longestMm } = hardwareRange(hardware);
  return (lengthMm) => layout.centrePx + (lengthMm - (shortestMm + longestMm) / 2) * layout.pxPerMm;
}

const scaleBaselinePx = (layout: StageLayout): number => layout.stripPx - 14 * layout.pxPerMm - 4;

/** The band's settings as ticks, numbered as they are printed. It stays while the set is dragged along it. */
const BandScale = memo(function BandScale({ hardware, layout }: { hardware: Exclude<Hardware, { kind: 'fixed' }>; layout: StageLayout }) {
  const xOf = scalePosition(hardware, layout);
  const baselinePx = scaleBaselinePx(layout);
  const { shortestMm, longestMm } = hardwareRange(hardware);
  const stepPx = stepMm(hardware) * layout.pxPerMm;
  const everyTick = Math.max(1, Math.ceil(TICK_GAP_PX / stepPx));
  const everyLabel = labelEvery(hardware, stepPx);
  const marks = Array.from({ length: lastStep(hardware) + 1 }, (_, step) => ({ step, x: xOf(settingAt(hardware, step).lengthMm) }));
  const ticks = marks
    .filter(({ step }) => step % everyTick === 0)
    .map(({ step, x }) => `M${x} ${baselinePx}v${step % everyLabel === 0 ? -8 : -5}`);
  return (
    <>
      <path d={`M${xOf(shortestMm)} ${baselinePx}H${xOf(longestMm)}${ticks.join('')}`} stroke={COLOURS.ink} strokeWidth="1" fill="none" />
      {marks
        .filter(({ step }) => step % everyLabel === 0)
        .map(({ step, x }) => (
          <text key={step} x={x} y={baselinePx - 11} textAnchor="middle" fontSize="12" fill={COLOURS.pencil}>
            {tickLabel(hardware, step)}
          </text>
        ))}
    </>
  );
});

/** Numbers are written where they are whole and there is room. */
function labelEvery(hardware: Exclude<Hardware, { kind: 'fixed' }>, stepPx: number): number {
  const perUnit = hardware.marks ? Math.max(1, Math.round((hardware.marks.system === 'in' ? 25.4 : 10) / stepMm(hardware))) : 1;
  return perUnit * Math.max(1, Math.ceil(LABEL_GAP_PX / (stepPx * perUnit)));
}

function tickLabel(hardware: Hardware, step: number): string {
  const { position } = settingAt(hardware, step);
  if (position.kind === 'mark') return formatCollarLabel(position.mark);
  return position.kind === 'slot' || position.kind === 'button' ? String(position.number) : '';
}
