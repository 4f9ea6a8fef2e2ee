import { settingWords } from '@easytuck/contract';
import { lastStep, settingAt, type Hardware, type Setting } from '@easytuck/core';

/** Settings that are shown beside the one that counts. */
const BESIDE = 3;
const APART = 40;

/** The settings that a picture of the band shows: around the one that counts, and as far as where it is taken in from. */
function shownSteps(hardware: Hardware, setting: Setting, from: Setting | null): readonly number[] {
  const first = Math.max(0, setting.step - BESIDE);
  const last = Math.min(lastStep(hardware), Math.max(setting.step + BESIDE, from?.step ?? 0));
  return Array.from({ length: last - first + 1 }, (_, i) => first + i);
}

/** The back of the band where it is set: the slots, buttonholes or slider around the setting, which stands out. */
export function BandPicture({
  hardware,
  setting,
  from = null,
  length,
}: {
  hardware: Hardware;
  setting: Setting;
  /** Where the band is taken in from; null where it is set once. */
  from?: Setting | null;
  length: (lengthMm: number) => string;
}) {
  if (hardware.kind === 'fixed') return null;
  const steps = shownSteps(hardware, setting, from);
  const width = APART * (steps.length + 1);
  const x = (step: number): number => APART * (step - (steps[0] ?? 0) + 1);
  const figure = (step: number): string => settingWords(settingAt(hardware, step), length).figure;
  const isNamed = (step: number): boolean => step === setting.step || step === from?.step || hardware.kind !== 'slider';
  const at = settingWords(setting, length).phrase;
  const label = from
    ? `The back of the band, taken in from ${settingWords(from, length).phrase} to ${at}`
    : `The back of the band, set at ${at}`;
  return (
    <svg viewBox={`0 0 ${width} 96`} role="img" aria-label={label} style={{ display: 'block', width: '100%', maxHeight: '100%' }}>
      <rect x="0" y="26" width={width} height="36" fill="var(--long)" />
      <path d={`M0 30H${width}M0 58H${width}`} stroke="var(--card)" strokeWidth="1" strokeDasharray="4 3" />
      {hardware.kind === 'slider'
        ? steps.map((step) => <path key={step} d={`M${x(step)} 62v7`} stroke="var(--ink)" />)
        : steps.map((step) => (
            <rect
              key={step}
              x={x(step) - (hardware.kind === 'slots' ? 3 : 9)}
              y={hardware.kind === 'slots' ? 32 : 41}
              width={hardware.kind === 'slots' ? 6 : 18}
              height={hardware.kind === 'slots' ? 24 : 6}
              rx="3"
              fill="var(--card)"
            />
          ))}
      {from && (
        <g opacity="0.5">
          <Catch kind={hardware.kind} x={x(from.step)} />
        </g>
      )}
      <Catch kind={hardware.kind} x={x(setting.step)} />
      {from && (
        <path
          d={`M${x(from.step)} 14H${x(setting.step) + 8}m6 -6l-7 6l7 6`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2.5"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      )}
      {steps.map((step) => (
        <text
          key={step}
          x={x(step)}
          y="86"
          textAnchor="middle"
          fontSize={step === setting.step ? 17 : 12}
          fontWeight={step === setting.step ? 700 : 400}
          fill={step === setting.step ? 'var(--ink)' : 'var(--pencil)'}
        >
          {isNamed(step) ? figure(step) : ''}
        </text>
      ))}
    </svg>
  );
}

/** What holds the band at a setting: the hook through its slot, the button, the slider. */
function Catch({ kind, x }: { kind: Exclude<Hardware['kind'], 'fixed'>; x: number }) {
  if (kind === 'slider') return <rect x={x - 9} y="20" width="18" height="48" rx="3" fill="none" stroke="var(--tape)" strokeWidth="5" />;
  if (kind === 'buttons') return <circle cx={x} cy="44" r="9" fill="var(--tape)" stroke="var(--ink)" />;
  return <path d={`M${x} 44H4M${x} 33v22`} stroke="var(--tape)" strokeWidth="6" strokeLinecap="round" />;
}
