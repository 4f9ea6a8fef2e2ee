/** Fit: what a set and a lead give on a neck, what sets are usable, and what each school would do. */
export {
  FOLD_RADII,
  foldTakesMm,
  seenKnotHeightMm,
  TAKE_UP_TERMS,
  takeUpParts,
  tightTakeUp,
  USUAL_PULL_N,
  type KnotCloth,
  type KnotTakeUp,
  type TakeUpParts,
} from './takeUp.ts';
export { FIRMNESSES, firmnessTakes, PULLS_N, type Firmness } from './firmness.ts';
export { CROSSING_WIDTH_RATIO, FOLD_LOSS_RATIO, prepareTie, type FoldZone, type PreparedTie } from './prepareTie.ts';
export { predictBows, spreadOf, type Bow, type BowName, type BowPair } from './bow.ts';
export { evenLeadMm, naturalSetMm, setForSpreadMm } from './solve.ts';
export { COLLAR_STAND, DEFAULT_EASE_MM, estimateNeckBreadth, NECK_RATIO, neckPathMm, type EstimatedLength } from './neck.ts';
export { combine, densityAt, mixtureOf, NINETY_PERCENT, type Normal, type Weighed } from './normal.ts';
export {
  beliefsOf,
  byMark,
  CONTRADICTS,
  drawnUp,
  HABITUAL_LEAD_MM,
  heldTakeUps,
  joinSources,
  SPREADS,
  takeUpGrounds,
  type TakeUpBelief,
  type TakeUpBeliefs,
  type TakeUpGrounds,
} from './takeUpBelief.ts';
export { bindingBound, BOUND_IDS, BOUND_WAYS, findBounds, type Bound, type BoundId, type WidthLimits } from './findBounds.ts';
export { fitTie, GRADES, KNOT_FACE_RATIO, MODEL_VERSION, ON_THE_BOUND_MM, type Fit, type FitRequest, type Grade } from './fitTie.ts';
export { STRIP_1, takeUpsOfStrip1 } from './formerTakeUp.ts';
export { oppositeSide, SIDES, type Side } from './side.ts';
export { EASY_MM, schoolSet, SCHOOLS, SMALL_MM, type School, type SchoolSet } from './schools.ts';
export { fitWearer, resolveLimits, type ResolvedLimits, type WearerFit, type WornCollar } from './fitWearer.ts';
export { usableSettings, type UsableSettings } from './usableSettings.ts';
export { hangCheck, HANG, TYPICAL_BUTTONS, type HangCheck, type ShirtButtons } from './hangCheck.ts';
export { landingOf, type Landing } from './landing.ts';
export { COLLAR_STYLES, TYPICAL_COLLARS, type CollarStyle, type TypicalCollar } from './collarStyles.ts';
export { COLLAR_OVER_NECK_MM, estimateCollar } from './estimateCollar.ts';
export { leadSchools, type LeadSchool, type LeadSchoolView } from './leadSchools.ts';
export { matchBand, type BandMatch } from './matchBand.ts';
export { settingGauge, type GaugeMark, type SettingGauge } from './settingGauge.ts';
export { spreadOverSets, type BarredSets, type SpreadOverSets, type SpreadPoint } from './spreadCurves.ts';
export { setTableLine, TABLE_COLLARS, wearerTableLine, type SetTableLine } from './setTable.ts';
