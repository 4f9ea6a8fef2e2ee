import {
  handedOver,
  schoolChoice,
  type Fitting,
  type HandedOver,
  type SchoolChoice,
  type StockCollar,
  type Wearer,
  BOW_POSITIONS,
  folding,
  type BowPosition,
} from '@easytuck/contract';
import {
  FIRMNESSES,
  HANDS,
  LEARNERS_SCHOOL,
  SCHOOLS,
  type CollarStyle,
  type Firmness,
  type Hands,
  type Occasion,
  type School,
  type Side,
  type WingSchool,
  COLLAR_STYLES,
  OCCASIONS,
  SIDES,
  WING_SCHOOLS,
  type Folding,
} from '@easytuck/core';
import { z } from 'zod';
import { exactLength } from '../../common/exactLength.ts';

/** Measures of the wearer and the shirt that need not be taken. */
export type OptionalMeasure = 'ease' | 'collarPoints' | 'neckBreadth' | 'faceWidth' | 'firstButton' | 'buttonSpacing';

/** The measures in the order they are taken. */
export const OPTIONAL_MEASURES: readonly OptionalMeasure[] = [
  'ease',
  'collarPoints',
  'neckBreadth',
  'faceWidth',
  'firstButton',
  'buttonSpacing',
];

/** What the bench was filled with from a record or an older fitting: what differs from it was measured here. */
interface Prefill {
  readonly name: string;
  readonly collarText: string;
  readonly longEnd: Side;
  readonly measures: Readonly<Record<OptionalMeasure, string>>;
  /** Girth of the bare neck, where it is on record: nothing is typed of it at the bench. In mm. */
  readonly bareNeckMm: number | null;
  /** Version of the wearer's record that was seen; null until it was. */
  readonly version: number | null;
}

/** A measure that was taken here, and by somebody else to something else since. */
export interface BenchClash {
  readonly field: 'collar' | 'longEnd' | OptionalMeasure;
  readonly theirs: string;
}

/** What is typed and chosen at the bench, as it was typed. It survives a reload. */
export interface BenchDraft {
  /** Keys that the fitting, and a new wearer, will be saved under: sending them twice saves once. */
  readonly fittingId: string;
  readonly newWearerId: string;
  /** Null while the name is that of nobody on record. */
  readonly wearerId: string | null;
  readonly name: string;
  readonly collarText: string;
  readonly longEnd: Side;
  readonly collarStyle: CollarStyle;
  /** A collar of the shop's stock; null where only its style is known. */
  readonly collarId: string | null;
  readonly occasion: Occasion;
  readonly wings: WingSchool;
  readonly bowPosition: BowPosition;
  /** How firmly the knot is to be drawn up. */
  readonly firmness: Firmness;
  /** How the folds of a reversible tie are made; null where nobody chose. */
  readonly folding: Folding | null;
  readonly measures: Readonly<Record<OptionalMeasure, string>>;
  readonly tieId: string | null;
  readonly school: SchoolChoice;
  /** The house's school, which a set by hand gives way to. */
  readonly houseSchool: School;
  /** True where the school was chosen because the wearer is learning. */
  readonly isEased: boolean;
  /** How used the wearer's hands are to it; null where nobody has asked. */
  readonly hands: Hands | null;
  /** Setting chosen by hand; null where the school decides. */
  readonly step: number | null;
  /** Lead chosen by hand, in mm; null for the one that makes both bows alike. */
  readonly leadMm: number | null;
  readonly note: string;
  /** What becomes of the tie. */
  readonly handedOver: HandedOver;
  /** The fitting that this one is to take the place of, or null. */
  readonly revises: string | null;
  /** What the fields were filled with; null for somebody new. */
  readonly prefill: Prefill | null;
  /** Told until somebody has decided. */
  readonly clashes: readonly BenchClash[];
}

/** What the house does where the fitter has not chosen. */
export interface HouseHabits {
  readonly school: School;
  readonly wings: WingSchool;
}

/** What can happen at the bench. */
export type BenchEvent =
  | { readonly type: 'wearerChosen'; readonly wearer: Wearer }
  /** The record of the wearer who is on the bench, as it is now. */
  | { readonly type: 'recordSeen'; readonly wearer: Wearer }
  | { readonly type: 'clashDecided'; readonly field: BenchClash['field']; readonly whose: 'mine' | 'theirs' }
  /** What was given out before its answer was lost: what is on the bench now corrects it. */
  | { readonly type: 'wasGivenOut'; readonly fitting: Fitting; readonly fittingId: string }
  | { readonly type: 'nameTyped'; readonly name: string }
  | { readonly type: 'collarTyped'; readonly text: string }
  | { readonly type: 'longEndChosen'; readonly side: Side }
  | { readonly type: 'collarStyleChosen'; readonly style: CollarStyle }
  | { readonly type: 'stockCollarChosen'; readonly collar: StockCollar }
  | { readonly type: 'occasionChosen'; readonly occasion: Occasion }
  | { readonly type: 'wingsChosen'; readonly wings: WingSchool }
  | { readonly type: 'firmnessChosen'; readonly firmness: Firmness }
  | { readonly type: 'bowPositionChosen'; readonly bowPosition: BowPosition }
  | { readonly type: 'facesChosen'; readonly folding: Folding | null }
  | { readonly type: 'measureTyped'; readonly measure: OptionalMeasure; readonly text: string }
  | { readonly type: 'tieChosen'; readonly tieId: string }
  | { readonly type: 'schoolChosen'; readonly school: Exclude<SchoolChoice, 'own'> }
  | { readonly type: 'stepSet'; readonly step: number }
  | { readonly type: 'leadSet'; readonly leadMm: number | null }
  | { readonly type: 'noteTyped'; readonly note: string }
  | { readonly type: 'handedOver'; readonly to: HandedOver }
  | { readonly type: 'startedAnew'; readonly ids: Pick<BenchDraft, 'fittingId' | 'newWearerId'>; readonly house: HouseHabits }
  /** An old fitting is laid on the bench again, to be revised or to start another one from. */
  | { readonly type: 'fittingBroughtBack'; readonly fitting: Fitting; readonly fittingId: string; readonly revises: boolean };

const HOUSE: HouseHabits = { school: 'true', wings: 'behind' };

const NO_MEASURES: BenchDraft['measures'] = {
  ease: '',
  collarPoints: '',
  neckBreadth: '',
  faceWidth: '',
  firstButton: '',
  buttonSpacing: '',
};

/** An empty bench, by the house's habits. */
export function emptyDraft(ids: Pick<BenchDraft, 'fittingId' | 'newWearerId'>, house: HouseHabits = HOUSE): BenchDraft {
  return {
    ...ids,
    wearerId: null,
    name: '',
    collarText: '',
    longEnd: 'left',
    collarStyle: 'turndown',
    collarId: null,
    occasion: 'other',
    wings: house.wings,
    bowPosition: 'onLeaf',
    firmness: 'usual',
    folding: null,
    measures: NO_MEASURES,
    tieId: null,
    school: house.school,
    houseSchool: house.school,
    isEased: false,
    hands: null,
    step: null,
    leadMm: null,
    note: '',
    handedOver: 'stays',
    revises: null,
    prefill: null,
    clashes: [],
  };
}

/** The draft after an event. Another tie or school takes its own set; another tie its own lead. */
export function benchReducer(draft: BenchDraft, event: BenchEvent): BenchDraft {
  switch (event.type) {
    case 'wearerChosen': {
      const { id, name, collar, longEnd } = event.wearer;
      const measures = { ...measuresOf(event.wearer), collarPoints: draft.measures.collarPoints };
      const prefill = prefillOf(event.wearer);
      const chosen = { ...draft, wearerId: id, name, collarText: collar.text, longEnd, measures, prefill, clashes: [] };
      const firmness = event.wearer.firmness ?? 'usual';
      return { ...chosen, firmness, ...followSchool(draft), ...easedFor(draft, event.wearer.dexterity) };
    }
    case 'recordSeen':
      return withRecord(draft, event.wearer);
    case 'clashDecided': {
      const clash = draft.clashes.find(({ field }) => field === event.field);
      const decided = { ...draft, clashes: draft.clashes.filter((each) => each !== clash) };
      return clash && event.whose === 'theirs' ? withField(decided, clash.field, clash.theirs) : decided;
    }
    case 'wasGivenOut':
      return correcting(draft, event.fitting, event.fittingId);
    case 'nameTyped':
      // somebody entered here a moment ago keeps being that person: the name is corrected
      if (draft.wearerId === null || draft.wearerId === draft.newWearerId) return { ...draft, name: event.name };
      // what is measured of one person is not another's
      return {
        ...draft,
        name: event.name,
        wearerId: null,
        measures: { ...NO_MEASURES, collarPoints: draft.measures.collarPoints },
        prefill: null,
        clashes: [],
        ...easedFor(draft, null),
      };
    case 'collarTyped':
      return { ...draft, collarText: event.text, ...followSchool(draft) };
    case 'longEndChosen':
      return { ...draft, longEnd: event.side };
    case 'collarStyleChosen':
      return { ...draft, collarStyle: event.style, collarId: null, measures: { ...draft.measures, collarPoints: '' } };
    case 'stockCollarChosen': {
      const { id, style, pointsMm } = event.collar;
      return { ...draft, collarStyle: style, collarId: id, measures: { ...draft.measures, collarPoints: exactLength(pointsMm, 'cm') } };
    }
    case 'occasionChosen':
      return { ...draft, occasion: event.occasion };
    case 'wingsChosen':
      return { ...draft, wings: event.wings };
    case 'firmnessChosen':
      // (another even lead)
      return { ...draft, firmness: event.firmness, leadMm: null };
    case 'bowPositionChosen':
      return { ...draft, bowPosition: event.bowPosition };
    case 'facesChosen':
      return { ...draft, folding: event.folding };
    case 'measureTyped':
      return { ...draft, measures: { ...draft.measures, [event.measure]: event.text } };
    case 'tieChosen':
      return { ...draft, tieId: event.tieId, ...followSchool(draft), leadMm: null, folding: null };
    case 'schoolChosen':
      return { ...draft, school: event.school, step: null, isEased: false };
    case 'stepSet':
      return { ...draft, step: event.step, school: 'own', isEased: false };
    case 'leadSet':
      return { ...draft, leadMm: event.leadMm };
    case 'noteTyped':
      return { ...draft, note: event.note };
    case 'handedOver':
      return { ...draft, handedOver: event.to };
    case 'startedAnew':
      return { ...emptyDraft(event.ids, event.house), tieId: draft.tieId, occasion: draft.occasion };
    case 'fittingBroughtBack':
      return takenFrom(event.fitting, event.fittingId, event.revises, draft);
  }
}

/** What is measured of a wearer, as it is put into the fields. */
function measuresOf(
  known: Pick<Wearer, 'easeMm' | 'neckBreadthMm' | 'faceWidthMm' | 'firstButtonMm' | 'buttonSpacingMm'>,
): BenchDraft['measures'] {
  return {
    ease: exactLength(known.easeMm, 'cm'),
    collarPoints: '',
    neckBreadth: exactLength(known.neckBreadthMm, 'cm'),
    faceWidth: exactLength(known.faceWidthMm, 'cm'),
    firstButton: exactLength(known.firstButtonMm, 'cm'),
    buttonSpacing: exactLength(known.buttonSpacingMm, 'cm'),
  };
}

function takenFrom(fitting: Fitting, fittingId: string, revises: boolean, { newWearerId, houseSchool }: BenchDraft): BenchDraft {
  const { wearer, collar, longEnd, collarStyle, occasion, wings, bowPosition, folding, firmness, tie, school, step, leadMm, note } =
    fitting;
  return {
    ...{ fittingId, newWearerId, wearerId: wearer.id, name: wearer.name, collarText: collar.text, longEnd, collarStyle, collarId: null },
    ...{ occasion, wings, bowPosition, folding, firmness, tieId: tie.id, school, note, houseSchool, isEased: false, hands: null },
    // a revision of a tie that was lent or sold goes on being that; another fitting begins anew
    handedOver: revises ? fitting.handedOver : 'stays',
    measures: { ...measuresOf(fitting), collarPoints: exactLength(fitting.collarPointsMm, 'cm') },
    step: school === 'own' ? step : null,
    leadMm,
    revises: revises ? fitting.id : null,
    // an old fitting's measures are not measured again by laying it on the bench
    prefill: {
      name: wearer.name,
      collarText: collar.text,
      longEnd,
      measures: { ...measuresOf(fitting), collarPoints: '' },
      bareNeckMm: fitting.bareNeckMm,
      version: null,
    },
    clashes: [],
  };
}

const prefillOf = (wearer: Wearer): Prefill => ({
  name: wearer.name,
  collarText: wearer.collar.text,
  longEnd: wearer.longEnd,
  measures: measuresOf(wearer),
  bareNeckMm: wearer.bareNeckMm,
  version: wearer.version,
});

/** Measures that stand on a wearer's record; the collar's points belong to the collar. */
const RECORDED: readonly OptionalMeasure[] = OPTIONAL_MEASURES.filter((measure) => measure !== 'collarPoints');

/**
 * The bench after the wearer's record was seen: where it is newer than what the fields were filled with, fields that nobody
 * touched here follow it; where both changed, it has to be decided. A fitting laid on the bench again keeps its own measures.
 */
function withRecord(draft: BenchDraft, wearer: Wearer): BenchDraft {
  const { prefill } = draft;
  if (prefill === null || draft.wearerId === null) return draft;
  const hands = wearer.dexterity;
  if (prefill.version === null) return { ...draft, hands, wearerId: wearer.id, prefill: { ...prefill, version: wearer.version } };
  if (wearer.id === draft.wearerId && wearer.version <= prefill.version) return hands === draft.hands ? draft : { ...draft, hands };
  const newer = prefillOf(wearer);
  let next: BenchDraft = { ...draft, hands, wearerId: wearer.id, prefill: newer };
  if (draft.name === prefill.name) next = { ...next, name: newer.name };
  const clashes: BenchClash[] = [];
  const fields: readonly (readonly [BenchClash['field'], was: string, mine: string, theirs: string])[] = [
    ['collar', prefill.collarText, draft.collarText, newer.collarText],
    ['longEnd', prefill.longEnd, draft.longEnd, newer.longEnd],
    ...RECORDED.map((measure) => [measure, prefill.measures[measure], draft.measures[measure], newer.measures[measure]] as const),
  ];
  for (const [field, was, mine, theirs] of fields) {
    if (theirs === was || theirs === mine) continue;
    if (mine === was) next = withField(next, field, theirs);
    else clashes.push({ field, theirs });
  }
  return { ...next, clashes: [...draft.clashes.filter(({ field }) => !clashes.some((clash) => clash.field === field)), ...clashes] };
}

function withField(draft: BenchDraft, field: BenchClash['field'], text: string): BenchDraft {
  if (field === 'collar') return { ...draft, collarText: text, ...followSchool(draft) };
  if (field === 'longEnd') return { ...draft, longEnd: text === 'right' ? 'right' : 'left' };
  return { ...draft, measures: { ...draft.measures, [field]: text } };
}

/** What is on the bench as a correction of what was given out under its key. */
function correcting(draft: BenchDraft, { id, wearer, collar, longEnd, ...given }: Fitting, fittingId: string): BenchDraft {
  const measures = { ...measuresOf(given), collarPoints: '' };
  return {
    ...draft,
    fittingId,
    wearerId: wearer.id,
    revises: id,
    prefill: { name: wearer.name, collarText: collar.text, longEnd, measures, bareNeckMm: given.bareNeckMm, version: null },
  };
}

/** Nothing that somebody typed: not worth keeping. */
export const isBlank = ({ name, collarText, note, wearerId, revises }: BenchDraft): boolean =>
  name === '' && collarText === '' && note === '' && wearerId === null && revises === null;

/** A set by hand was for the collar and tie of then; the school decides again. */
function followSchool(draft: BenchDraft): Pick<BenchDraft, 'school' | 'step'> {
  return { school: draft.school === 'own' ? draft.houseSchool : draft.school, step: null };
}

/** A learner starts with a longer set where the house sets it at the collar size; for anybody else the house's school is back. */
function easedFor(draft: BenchDraft, hands: Hands | null): Pick<BenchDraft, 'school' | 'isEased' | 'hands'> {
  const { school } = followSchool(draft);
  if (hands === 'learning')
    return school === 'true' ? { school: LEARNERS_SCHOOL, isEased: true, hands } : { school, isEased: draft.isEased, hands };
  return { school: draft.isEased ? draft.houseSchool : school, isEased: false, hands };
}

const measuresSchema = z.object({
  ease: z.string(),
  collarPoints: z.string(),
  neckBreadth: z.string(),
  faceWidth: z.string(),
  firstButton: z.string(),
  buttonSpacing: z.string(),
});

const draftSchema = z.object({
  fittingId: z.string(),
  newWearerId: z.string(),
  wearerId: z.string().nullable(),
  name: z.string(),
  collarText: z.string(),
  longEnd: z.enum(SIDES),
  collarStyle: z.enum(COLLAR_STYLES),
  collarId: z.string().nullable(),
  occasion: z.enum(OCCASIONS),
  wings: z.enum(WING_SCHOOLS),
  bowPosition: z.enum(BOW_POSITIONS).default('onLeaf'),
  firmness: z.enum(FIRMNESSES).default('usual'),
  folding: folding.nullable().default(null),
  measures: measuresSchema,
  tieId: z.string().nullable(),
  school: schoolChoice,
  houseSchool: z.enum(SCHOOLS).default('true'),
  isEased: z.boolean().default(false),
  hands: z.enum(HANDS).nullable().default(null),
  step: z.number().int().min(0).nullable(),
  leadMm: z.number().nullable(),
  note: z.string(),
  handedOver: handedOver.default('stays'),
  revises: z.string().nullable(),
  prefill: z
    .object({
      name: z.string(),
      collarText: z.string(),
      longEnd: z.enum(SIDES),
      measures: measuresSchema,
      bareNeckMm: z.number().nullable().default(null),
      version: z.number().nullable(),
    })
    .nullable(),
  clashes: z.array(z.object({ field: z.enum(['collar', 'longEnd', ...OPTIONAL_MEASURES]), theirs: z.string() })),
});

/** A draft that was kept in the browser; null where an older version wrote something else. */
export function readDraft(value: unknown): BenchDraft | null {
  const read = draftSchema.safeParse(value);
  return read.success ? read.data : null;
}
