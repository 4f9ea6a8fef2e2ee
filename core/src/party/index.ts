/** Party: one look for many necks, ties allotted to them, what is still missing, what practice gives, and the run sheet of the day. */
export { forecastTry, LEARNERS, MOST_TRIES, triesUntil, type Forecast, type PracticeTry } from './learningCurve.ts';
export { howReady, planRunSheet, type Gathering, type Guest, type Helper, type Readiness, type RunSheet, type Turn } from './runSheet.ts';
export {
  LOOK_RULES,
  LOOKS_ALIKE_MM,
  matchLook,
  suggestLook,
  wantedSpreadMm,
  type Look,
  type LookRule,
  type Matched,
  type Neck,
} from './oneLook.ts';
export { allotTies, SAME_WIDTH_MM, type Allotment, type Allotted, type Without } from './allotTies.ts';
export { chooseKinds, matchAll, preparedFor, type AssignmentSolver, type Kind, type Taker } from './chooseKinds.ts';
export { groupAlike, type AlikeGroup, type WornBow } from './groupAlike.ts';
export { girthsToTieOn, opens, tiedTheNightBefore, type TiedBefore } from './nightBefore.ts';
export {
  COLLAR_GROUNDS,
  MISSING,
  TIE_PLACES,
  whatIsMissing,
  type CollarGround,
  type MemberFacts,
  type Missing,
  type PartyStage,
  type TiePlace,
} from './missing.ts';
export {
  ALLOWED_MINUTES,
  ARMS_REST,
  gatherMembers,
  GOOD_ENOUGH,
  HELPER_MINUTES,
  prospectOf,
  THICK_MORE_MINUTES,
  WHO_TIES,
  type MemberOfTheDay,
  type Prospect,
  type WhoTies,
} from './gatherMembers.ts';
export { EVENINGS, planEvening, type PlannedEvening } from './planEvening.ts';
export { spareTies, type Spare } from './spareTies.ts';
