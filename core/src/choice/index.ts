/** Choice: which of the ties in the drawer suits a wearer, and why. */
export {
  AS_CUT_MM,
  ENOUGH_ROOM_MM,
  FINE_STEP_BOW_MM,
  fullnessOf,
  NO_TASTE,
  rankTies,
  type Candidate,
  type Fullness,
  type RankedTie,
  type Reason,
  type Taste,
} from './rankTies.ts';
export {
  collarCustoms,
  customsOf,
  FULL_FROM_MM,
  OCCASIONS,
  TRIM_UP_TO_MM,
  type CollarCustom,
  type Custom,
  type Occasion,
  type TieDress,
  type WingSchool,
} from './occasion.ts';
