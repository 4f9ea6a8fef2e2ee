/** Choice: which of the ties in the drawer suits a wearer, and why. */
export {
  AS_CUT_MM,
  ENOUGH_ROOM_MM,
  FINE_STEP_BOW_MM,
  fullnessOf,
  LEARNERS_SCHOOL,
  NO_TASTE,
  rankTies,
  type Candidate,
  type RankedTie,
  type RankingHabits,
  type Reason,
  type Taste,
} from './rankTies.ts';
export { FULLNESSES, HANDS, type Fullness, type Hands } from './wishes.ts';
export {
  collarCustoms,
  customsOf,
  isOutOfDress,
  FULL_FROM_MM,
  OCCASIONS,
  TRIM_UP_TO_MM,
  WING_SCHOOLS,
  type CollarCustom,
  type Custom,
  type Occasion,
  type TieDress,
  type WingSchool,
} from './occasion.ts';
