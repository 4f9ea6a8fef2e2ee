import { FITTING_LENGTHS, optionalLengthField } from '@easytuck/contract';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { forgetDraft, keepDraft, readDraft } from '../forms/tabDrafts.ts';
import { withUnit } from '../exactLength.ts';
import { useSettledError } from '../forms/useSettledError.ts';
import { TAPE_FIELD } from '../tape/tapeMeasure.ts';
import { useUnits } from '../UnitProvider.tsx';

/** The four half-widths of a tied bow, by their names on record and in words. */
export const HALVES = [
  ['frontLoopMm', 'Front loop'],
  ['frontFlatEndMm', 'Front flat end'],
  ['backLoopMm', 'Back loop'],
  ['backFlatEndMm', 'Back flat end'],
] as const;
export type Half = (typeof HALVES)[number][0];
const NAME_OF = Object.fromEntries(HALVES) as Readonly<Record<Half, string>>;

const NONE: Readonly<Record<Half, string>> = { frontLoopMm: '', frontFlatEndMm: '', backLoopMm: '', backFlatEndMm: '' };

/** What was kept in the browser, or null where it does not read. */
function readTyped(value: unknown): Record<Half, string> | null {
  if (typeof value !== 'object' || value === null) return null;
  const kept = value as Partial<Record<Half, unknown>>;
  return HALVES.every(([half]) => typeof kept[half] === 'string') ? (value as Record<Half, string>) : null;
}

/** What was typed of the half-widths, and what it means. */
export interface TypedHalfWidths {
  readonly typed: Readonly<Record<Half, string>>;
  readonly type: (half: Half, text: string) => void;
  /** The sentence for a field that cannot be read, or null. */
  readonly errorOf: (half: Half) => string | null;
  readonly isRight: boolean;
  /** Lengths in mm; null where nothing was typed. */
  readonly lengths: () => Record<Half, number | null>;
  readonly clear: () => void;
}

/** Half-widths as they are typed, in the shop's unit or any other. Under a draft's name they survive a reload. */
export function useHalfWidths(draftName: string | null = null): TypedHalfWidths {
  const { unit } = useUnits();
  const [typed, setTyped] = useState(() => (draftName === null ? null : readDraft(draftName, readTyped)) ?? NONE);
  useEffect(() => {
    if (draftName === null) return;
    if (HALVES.every(([half]) => typed[half] === '')) forgetDraft(draftName);
    else keepDraft(draftName, typed);
  }, [draftName, typed]);
  const read = (half: Half) => optionalLengthField({ ...FITTING_LENGTHS.halfWidthMm, what: NAME_OF[half] }, unit).safeParse(typed[half]);
  return {
    typed,
    type: (half, text) => setTyped((before) => ({ ...before, [half]: text })),
    errorOf: (half) => read(half).error?.issues[0]?.message ?? null,
    isRight: HALVES.every(([half]) => read(half).success),
    lengths: () => Object.fromEntries(HALVES.map(([half]) => [half, read(half).data ?? null])) as Record<Half, number | null>,
    clear: () => setTyped(NONE),
  };
}

/** A field for each half-width; the tape's reading goes into the one that has the cursor. */
export function HalfWidthFields({ halves }: { halves: TypedHalfWidths }) {
  const { unit } = useUnits();
  return HALVES.map(([half, words]) => <HalfWidthField key={half} half={half} label={`${words}, ${unit}`} halves={halves} />);
}

function HalfWidthField({ half, label, halves }: { half: Half; label: string; halves: TypedHalfWidths }) {
  const { unit } = useUnits();
  const error = useSettledError(halves.errorOf(half));
  return (
    <TextField
      label={label}
      value={halves.typed[half]}
      onChange={(event) => halves.type(half, event.target.value)}
      onBlur={() => halves.type(half, withUnit(halves.typed[half], unit))}
      error={error !== null}
      helperText={error ?? 'knot’s middle to its edge'}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { autoComplete: 'off', ...TAPE_FIELD } }}
    />
  );
}
