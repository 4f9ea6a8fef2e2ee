/** The strip: blade measures, width along it, and the hardware that sets its length. */
export { bladeLengthMm, naturalSpreadMm, waistPositionMm, type BladeMeasures, type TipShape } from './blade.ts';
export { BLADE_RANGES, checkBlade, type BladeContradiction } from './checkBlade.ts';
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
export { readSetting, type SettingReading } from './readSetting.ts';
export { CLOTH_BEHAVIOUR, type ClothBehaviour, type ClothKind, type Tie } from './tie.ts';
