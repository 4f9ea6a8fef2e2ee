/** Hands: what holds, presses, leads and waits where, at each moment of tying. */
export { giveWay } from './giveWay.ts';
export { TYING_HANDS, type TyingHands } from './arm.ts';
export {
  DIGITS,
  HAND_POINTS,
  handPoints,
  JOINT_RANGES,
  placeHand,
  pointIndex,
  RADII_MM,
  SLEEVE_POINT,
  WRIST_RADIUS_MM,
  type Digit,
  type HandPose,
} from './handModel.ts';
export { handsInPictures, playHands, pointsOfHand, type HandMoment, type HandsMoment, type HandsPlayer } from './playHands.ts';
export { HAND_ROLES, type HandRole } from './grips.ts';
export { handSide } from './scene.ts';
