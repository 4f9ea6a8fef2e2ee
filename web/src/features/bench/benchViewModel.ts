import {
  collarField,
  explainOutOfReach,
  FITTING_LENGTHS,
  noteField,
  optionalLengthField,
  toCollar,
  wearerInput,
  type FittingInput,
  type FittingResult,
  type LengthLimits,
  type MeasuredHere,
  type ShopSettings,
  type Tie,
  type WrittenCollar,
} from '@easytuck/contract';
import {
  evenLeadMm,
  fitWearer,
  formatLength,
  hangCheck,
  hardwareRange,
  howSure,
  lastStep,
  neckPathMm,
  schoolSet,
  SCHOOLS,
  TYPICAL_BUTTONS,
  usableSettings,
  type CollarSize,
  type HangCheck,
  type HowSure,
  type LengthUnit,
  type PreparedTie,
  type School,
  type SchoolSet,
  type ShirtButtons,
  type Side,
  type UsableSettings,
  type WearerFit,
  type WornCollar,
} from '@easytuck/core';
import memoizeOne from 'memoize-one';
import { preparedOf } from '../../common/preparedOf.ts';
import { OPTIONAL_MEASURES, type BenchDraft, type OptionalMeasure } from './benchReducer.ts';

/** What each field says against what was typed into it. */
export interface BenchErrors {
  readonly name: string | null;
  readonly collar: string | null;
  readonly measures: Readonly<Record<OptionalMeasure, string | null>>;
  readonly note: string | null;
}

/** A school on this wearer with this tie: where it sets the band and what that gives. */
export interface SchoolView {
  readonly school: School;
  readonly set: SchoolSet;
  /** At the setting nearest to what the school asks for. */
  readonly worn: WearerFit;
}

/** A tie on this wearer at the chosen set and lead. */
export interface BenchFit {
  readonly tie: Tie;
  readonly prepared: PreparedTie;
  readonly worn: WearerFit;
  readonly evenLeadMm: number;
  readonly schools: readonly SchoolView[];
  /** What one step shorter and longer gives; null at the end of the band. */
  readonly shorter: WearerFit | null;
  readonly longer: WearerFit | null;
  readonly usable: UsableSettings;
  /** The chosen school asks for a set past the end of the band, by so much (positive: longer); shown, never clamped silently. */
  readonly schoolBeyondMm: number;
  /** Where the nose hangs before tying, by the wearer's own buttons where they were measured. */
  readonly hang: HangCheck;
  readonly buttons: ShirtButtons;
  readonly collar: CollarSize;
  readonly easeMm: number;
  /** How surely the bow comes out as wide as it says. */
  readonly sure: HowSure;
  /** Whose knot it is worked out with. */
  readonly takeUpOf: FittingResult['takeUpOf'];
  /** Why the strip does not reach at this set, or null. */
  readonly outOfReach: string | null;
}

/** All that the bench shows. `fit` is null until there is a collar and a tie. */
export interface BenchView {
  readonly errors: BenchErrors;
  readonly collar: WrittenCollar | null;
  /** What is known of collar and wearer; null until the collar can be read. */
  readonly worn: WornCollar | null;
  readonly buttons: ShirtButtons;
  readonly fit: BenchFit | null;
  /** What is still missing before the fitting can be given out, in the page's order. */
  readonly missing: readonly string[];
  /** What is sent when it is given out; null while something is missing. */
  readonly input: FittingInput | null;
}

/** The house's habits that a fitting starts from. */
export type House = Pick<ShopSettings, 'easeMm' | 'smallMm'>;

/** What was typed, read: each field's value or what it says against it. */
interface ReadFields {
  readonly errors: BenchErrors;
  readonly collar: WrittenCollar | null;
  readonly worn: WornCollar | null;
  readonly read: Readonly<Record<OptionalMeasure, number | null>>;
  readonly buttons: ShirtButtons;
  /** What is missing of the fields, in the page's order. */
  readonly missing: readonly string[];
}

/**
 * Works out everything the bench shows from what was typed. `unit` is meant where a length is typed without one. The
 * function keeps its last steps: while a set is dragged, neither fields nor schools are worked out again.
 */
export function createBenchView(): (
  draft: BenchDraft,
  ties: readonly Tie[],
  unit: LengthUnit,
  house: House,
  staff: string,
  byOwnHands?: ReadonlySet<string>,
) => BenchView {
  const fieldsOf = memoizeOne(readFields);
  const schoolsOf = memoizeOne(schoolViews);
  const missingOf = memoizeOne((...parts: string[]) => parts.filter((part) => part !== ''));
  return (draft, ties, unit, house, staff, byOwnHands = NOBODYS) => {
    const { name, collarText, collarStyle, measures, note, prefill } = draft;
    const fields = fieldsOf(name, collarText, collarStyle, measures, prefill?.bareNeckMm ?? null, note, unit, house.easeMm);
    const tie = ties.find(({ id }) => id === draft.tieId) ?? null;
    const { worn } = fields;
    const fit = tie && worn ? benchFit(draft, tie, worn, fields.buttons, unit, house.smallMm, schoolsOf, byOwnHands.has(tie.id)) : null;
    const missing = missingOf(
      ...fields.missing,
      tie ? '' : 'a tie',
      fit && fit.schoolBeyondMm !== 0 ? 'a set that the band has' : '',
      fit?.outOfReach ? 'a set at which the tie is long enough' : '',
      draft.clashes.length > 0 ? 'which measure holds' : '',
    );
    return {
      errors: fields.errors,
      collar: fields.collar,
      worn,
      buttons: fields.buttons,
      fit,
      missing,
      input: missing.length === 0 && fit && worn ? inputOf(draft, fit, worn, fields.read, staff) : null,
    };
  };
}

/** Limits of the measures that need not be taken, by their names at the bench. */
const MEASURE_LIMITS: Readonly<Record<OptionalMeasure, LengthLimits>> = {
  ease: FITTING_LENGTHS.easeMm,
  collarPoints: FITTING_LENGTHS.collarPointsMm,
  neckBreadth: FITTING_LENGTHS.neckBreadthMm,
  faceWidth: FITTING_LENGTHS.faceWidthMm,
  firstButton: FITTING_LENGTHS.firstButtonMm,
  buttonSpacing: FITTING_LENGTHS.buttonSpacingMm,
};

/** Ties that are worked out by the wearer's own hands: none. */
const NOBODYS: ReadonlySet<string> = new Set();

function readFields(
  name: string,
  collarText: string,
  style: BenchDraft['collarStyle'],
  measures: BenchDraft['measures'],
  bareNeckMm: number | null,
  note: string,
  unit: LengthUnit,
  houseEaseMm: number,
): ReadFields {
  const collar = collarField.safeParse(collarText);
  const results = byMeasure((measure) => optionalLengthField(MEASURE_LIMITS[measure], unit).safeParse(measures[measure]));
  const read = byMeasure((measure) => results[measure].data ?? null);
  const readName = wearerInput.shape.name.safeParse(name);
  const readNote = noteField.safeParse(note);
  return {
    errors: {
      name: name === '' ? null : messageOf(readName),
      collar: collarText === '' ? null : messageOf(collar),
      measures: byMeasure((measure) => messageOf(results[measure])),
      note: messageOf(readNote),
    },
    collar: collar.data ?? null,
    worn: collar.success
      ? {
          collar: toCollar(collar.data),
          easeMm: read.ease ?? houseEaseMm,
          style,
          collarPointsMm: read.collarPoints,
          neckBreadthMm: read.neckBreadth,
          faceWidthMm: read.faceWidth,
          bareNeckMm,
        }
      : null,
    read,
    buttons: { firstMm: read.firstButton ?? TYPICAL_BUTTONS.firstMm, spacingMm: read.buttonSpacing ?? TYPICAL_BUTTONS.spacingMm },
    missing: [
      readName.success ? '' : 'the wearer’s name',
      collar.success ? '' : 'the collar size',
      OPTIONAL_MEASURES.every((measure) => results[measure].success) ? '' : 'a measure that can be read',
      readNote.success ? '' : 'a shorter note',
    ],
  };
}

function byMeasure<T>(work: (measure: OptionalMeasure) => T): Readonly<Record<OptionalMeasure, T>> {
  return Object.fromEntries(OPTIONAL_MEASURES.map((measure) => [measure, work(measure)])) as Record<OptionalMeasure, T>;
}

function schoolViews(tie: Tie, worn: WornCollar, leadMm: number, longEnd: Side, smallMm: number): readonly SchoolView[] {
  const prepared = preparedOf(tie);
  return SCHOOLS.map((school) => {
    const set = schoolSet(school, prepared, worn.collar, worn.easeMm, smallMm);
    return { school, set, worn: fitWearer(prepared, worn, set.rounded.nearest.step, leadMm, longEnd) };
  });
}

function benchFit(
  draft: BenchDraft,
  tie: Tie,
  worn: WornCollar,
  buttons: ShirtButtons,
  unit: LengthUnit,
  smallMm: number,
  schoolsOf: typeof schoolViews,
  isByOwnHands: boolean,
): BenchFit {
  const prepared = preparedOf(tie);
  const even = evenLeadMm(prepared);
  const leadMm = draft.leadMm ?? even;
  const last = lastStep(tie.hardware);
  const at = (step: number): WearerFit => fitWearer(prepared, worn, step, leadMm, draft.longEnd);
  const schools = schoolsOf(tie, worn, leadMm, draft.longEnd, smallMm);
  const chosen = schools.find(({ school }) => school === draft.school);
  const step = draft.step === null ? (chosen?.set.rounded.nearest.step ?? 0) : Math.min(draft.step, last);
  const current = at(step);
  const reach = current.fit.bounds.find(({ id }) => id === 'reach');
  return {
    tie,
    prepared,
    worn: current,
    evenLeadMm: even,
    schools,
    shorter: step > 0 ? at(step - 1) : null,
    longer: step < last ? at(step + 1) : null,
    usable: usableSettings(prepared, neckPathMm(worn.collar, worn.easeMm, tie.cloth), leadMm),
    schoolBeyondMm: draft.step === null && tie.hardware.kind !== 'fixed' ? (chosen?.set.rounded.beyondMm ?? 0) : 0,
    // before tying, the late school's band hangs at its longest
    hang: hangCheck(
      draft.school === 'late' ? hardwareRange(tie.hardware).longestMm : current.fit.setMm,
      prepared.profile.bladeLengthMm,
      current.fit.neckPathMm,
      buttons,
    ),
    buttons,
    sure: howSure(prepared, isByOwnHands),
    takeUpOf: isByOwnHands ? 'wearer' : tie.takeUp === null ? 'model' : 'tie',
    collar: worn.collar,
    easeMm: worn.easeMm,
    outOfReach: reach && reach.roomMm < 0 ? explainOutOfReach(formatLength(-reach.roomMm, unit)) : null,
  };
}

function inputOf(draft: BenchDraft, fit: BenchFit, worn: WornCollar, read: ReadFields['read'], staff: string): FittingInput {
  const {
    wearerId,
    newWearerId,
    name,
    collarText,
    longEnd,
    occasion,
    wings,
    bowPosition,
    folding,
    firmness,
    school,
    note,
    revises,
    handedOver,
  } = draft;
  return {
    id: draft.fittingId,
    wearer: wearerId === null ? { kind: 'new', id: newWearerId, name } : { kind: 'known', id: wearerId, ...measuredHereOf(draft) },
    collar: collarText,
    easeMm: worn.easeMm,
    longEnd,
    collarStyle: worn.style,
    collarPointsMm: worn.collarPointsMm,
    neckBreadthMm: worn.neckBreadthMm,
    faceWidthMm: worn.faceWidthMm,
    bareNeckMm: worn.bareNeckMm ?? null,
    firstButtonMm: read.firstButton,
    buttonSpacingMm: read.buttonSpacing,
    occasion,
    wings,
    bowPosition,
    firmness,
    folding,
    staff,
    revises,
    tieId: fit.tie.id,
    school,
    step: fit.worn.setting.step,
    leadMm: fit.worn.fit.leadMm,
    note,
    handedOver,
  };
}

/** What of the wearer was measured here: what differs from what the fields were filled with. */
export function measuredHereOf({ prefill, name, collarText, longEnd, measures }: BenchDraft): {
  readonly measured: MeasuredHere[];
  readonly version: number | null;
  readonly name: string | null;
} {
  if (prefill === null) return { measured: [], version: null, name: null };
  const differs: Readonly<Record<MeasuredHere, boolean>> = {
    name: name.trim() !== prefill.name,
    collar: collarText.trim() !== prefill.collarText.trim(),
    longEnd: longEnd !== prefill.longEnd,
    neckBreadthMm: measures.neckBreadth !== prefill.measures.neckBreadth,
    faceWidthMm: measures.faceWidth !== prefill.measures.faceWidth,
    firstButtonMm: measures.firstButton !== prefill.measures.firstButton,
    buttonSpacingMm: measures.buttonSpacing !== prefill.measures.buttonSpacing,
  };
  const measured = (Object.keys(differs) as MeasuredHere[]).filter((measure) => differs[measure]);
  return { measured, version: prefill.version, name: differs.name ? name : null };
}

function messageOf(result: {
  readonly success: boolean;
  readonly error?: { readonly issues: readonly { readonly message: string }[] } | undefined;
}): string | null {
  return result.error?.issues[0]?.message ?? null;
}
