/** The strip: blade measures, width along it, and the hardware that sets its length. */
export {
  bladeLengthMm,
  bladeLines,
  naturalSpreadMm,
  waistPositionMm,
  type BladeLine,
  type BladeMeasures,
  type ExtraWidth,
} from './blade.ts';
export { BLADE_SHAPES, TIP_OF_SHAPE, type BladeShape } from './bladeShapes.ts';
export { TIP_CUTS, TIP_SHAPES, type TipCut, type TipShape } from './tipShapes.ts';
export { BLADE_RANGES, checkBlade, EXTRA_WIDTH_GAP_MM, type BladeContradiction } from './checkBlade.ts';
export { widthAt, widthProfile, type WidthProfile } from './widthProfile.ts';
export {
  HARDWARE_KINDS,
  hardwareRange,
  lastStep,
  stepMm,
  type BandMarks,
  type FixedHardware,
  type Hardware,
  type HardwareKind,
  type SliderHardware,
  type SteppedHardware,
} from './hardware.ts';
export {
  calibrateHardware,
  lengthAtMark,
  roundToSetting,
  settingNotOver,
  settingAt,
  type RoundedSetting,
  type Setting,
  type SettingPosition,
} from './setting.ts';
export { bladeFromTape, tapeFromBlade, type BladeTape, type BladeTapeReading } from './bladeFromTape.ts';
export { FACES, facesShown, UNTWISTED, type Face, type FacesShown, type Folding } from './facesShown.ts';
export { foldingThatShows, turnedFace } from './foldingThatShows.ts';
export { readSetting, type SettingReading } from './readSetting.ts';
export {
  CLOTH_LOOKS,
  clothBehaviour,
  CUTS,
  stretchOf,
  type Cut,
  FIBRES,
  handlingOf,
  WEAVES,
  type Cloth,
  type ClothBehaviour,
  type ClothLook,
  type Fibre,
  type Weave,
} from './cloths.ts';
export { type LearnedTakeUps, type Tie } from './tie.ts';
