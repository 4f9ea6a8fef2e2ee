/** Tying: where every piece of the strip lies in space, from draped to finished. */
export { ON_LEG, tyingMeasures, type DrawnCollar, type TyingMeasures, type WingHalves } from './measures.ts';
export { poseStrip, pointOf, NODE_SPACING_MM, type PosedStrip as LaidStrip, type Pose } from './pose.ts';
export {
  choreograph,
  keyMoments,
  mirrorStrip,
  poseAt,
  poseStep,
  soundFolds,
  type Choreography,
  type ChoreographedStep,
  type ChosenFolds,
  type KeyMoment,
  type PosedMoment,
} from './choreography.ts';
export { secondsOf, TYING_STEPS, type TyingStep } from './steps.ts';
export { OFFERED_WAYS, stepsOfWay, STRIP_WAY, TYING_WAYS, type OfferedWay, type TyingWay } from './ways.ts';
export { frontFolds, type FrontFolds } from './frontFolds.ts';
export { movementsOf } from './movements.ts';
export { type KeyPose } from './timeline.ts';
export { clothCrossings, depthInCollar, edgesOf, measureCloth, writheOf, type ClothCrossing } from './poseChecks.ts';
export { atFolds, atTips, closePose, jonesOfPose, knotOfPose, type Cuts } from './knotOfPose.ts';
export { bodyParts, COLLAR_HEIGHT, type BodyPart } from './body.ts';
export {
  GLASSY_MM,
  projectPose,
  type Still,
  type StillPatch,
  type StillRequest,
  type StillTone,
  type ViewDirection,
} from './projectPose.ts';
export { TYING_FAULTS, type TyingFault } from './faults.ts';
export { faultyBow } from './faultyBow.ts';
export { litColour, stillSvg, type StillColours } from './stillSvg.ts';
