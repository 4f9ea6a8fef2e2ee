/** The strip: blade measures, width along it, and the hardware that sets its length. */
export {
  bladeLengthMm,
  bladeLines,
  naturalSpreadMm,
  waistPositionMm,
  type BladeLine,
  type BladeMeasures,
  type ExtraWidth,
  type TipShape,
} from './blade.ts';
export { BLADE_RANGES, checkBlade, EXTRA_WIDTH_GAP_MM, type BladeContradiction } from './checkBlade.ts';
export { evaluateCubic, monotoneCubic, type MonotoneCubic } from './interpolateMonotone.ts';
export { widthAt, widthProfile, type WidthProfile } from './widthProfile.ts';
export {
  hardwareRange,
  lastStep,
  stepMm,
  type BandMarks,
  type FixedHardware,
  type Hardware,
  type SliderHardware,
  type SteppedHardware,
} from './hardware.ts';
export {
  calibrateHardware,
  lengthAtMark,
  roundToSetting,
  settingAt,
  type RoundedSetting,
  type Setting,
  type SettingPosition,
} from './setting.ts';
export { bladeFromTape, tapeFromBlade, type BladeTape, type BladeTapeReading } from './bladeFromTape.ts';
export { facesShown, UNTWISTED, type Face, type FacesShown, type Folding } from './facesShown.ts';
export { readSetting, type SettingReading } from './readSetting.ts';
export {
  CLOTH_LOOKS,
  clothBehaviour,
  FIBRES,
  handlingOf,
  WEAVES,
  type BladeShape,
  type Cloth,
  type ClothBehaviour,
  type ClothLook,
  type Fibre,
  type LearnedTakeUps,
  type Tie,
  type Weave,
} from './tie.ts';
