import { tieInput, type Tie, type TieInput } from '@easytuck/contract';
import { CLOTH_BEHAVIOUR, formatCollarLabel, parseLength, parseNumber, type ClothKind, type LengthUnit } from '@easytuck/core';
import type { FieldErrors, Resolver } from 'react-hook-form';

/** What is typed on the page where a tie is measured: every field as text. */
export interface TieForm {
  name: string;
  shape: TieInput['shape'];
  clothKind: ClothKind;
  noseToBelly: string;
  bellyToWaist: string;
  waistToTip: string;
  bandWidth: string;
  bellyWidth: string;
  waistWidth: string;
  tailWidth: string;
  tipDepth: string;
  overhang: string;
  hardwareKind: TieInput['hardware']['kind'];
  shortest: string;
  longest: string;
  stepCount: string;
  pitch: string;
  strap: string;
  reach: string;
  markedIn: 'none' | 'in' | 'cm';
  markAtShortest: string;
  inStock: string;
  note: string;
}

export const EMPTY_TIE: TieForm = {
  name: '',
  shape: 'butterfly',
  clothKind: 'silk',
  noseToBelly: '',
  bellyToWaist: '',
  waistToTip: '',
  bandWidth: '20',
  bellyWidth: '',
  waistWidth: '',
  tailWidth: '',
  tipDepth: '0',
  overhang: '0',
  hardwareKind: 'slots',
  shortest: '',
  longest: '',
  stepCount: '9',
  pitch: '12.7',
  strap: '',
  reach: '',
  markedIn: 'in',
  markAtShortest: '14',
  inStock: '1',
  note: '',
};

/** Where each path of a tie is typed. */
const FIELD_OF: Readonly<Record<string, keyof TieForm>> = {
  'blade.noseToBellyMm': 'noseToBelly',
  'blade.bellyToWaistMm': 'bellyToWaist',
  'blade.waistToTipMm': 'waistToTip',
  'blade.bandWidthMm': 'bandWidth',
  'blade.bellyWidthMm': 'bellyWidth',
  'blade.waistWidthMm': 'waistWidth',
  'blade.tailWidthMm': 'tailWidth',
  'blade.tipDepthMm': 'tipDepth',
  overhangMm: 'overhang',
  'hardware.shortestMm': 'shortest',
  'hardware.longestMm': 'longest',
  'hardware.lengthMm': 'shortest',
  'hardware.stepCount': 'stepCount',
  'hardware.pitchMm': 'pitch',
  'hardware.strapMm': 'strap',
  'hardware.reachAtShortestMm': 'reach',
  'hardware.marks.atShortest': 'markAtShortest',
};

/** Smallest movement of a glide that a hand can set, in mm of glide. */
const GLIDE_STEP_MM = 6.35;

/** The tie that was typed; a number that cannot be read is NaN, which the contract refuses at its field. Lengths are millimetres where no unit is written. */
export function readTieForm(form: TieForm): unknown {
  const mm = (text: string, unit: LengthUnit = 'mm'): number => {
    const reading = parseLength(text, unit);
    return reading.kind === 'length' ? Math.round(reading.lengthMm * 100) / 100 : Number.NaN;
  };
  const count = (text: string): number => {
    const reading = parseNumber(text);
    return reading.kind === 'number' ? reading.value : Number.NaN;
  };
  const tipShape = form.shape === 'pointed' ? 'pointed' : form.shape === 'club' ? 'rounded' : 'straight';
  const marks = form.markedIn === 'none' ? null : { system: form.markedIn, atShortest: count(form.markAtShortest) };
  const hardware =
    form.hardwareKind === 'fixed'
      ? { kind: 'fixed', lengthMm: mm(form.shortest) }
      : form.hardwareKind === 'slider'
        ? {
            kind: 'slider',
            shortestMm: mm(form.shortest),
            longestMm: mm(form.longest),
            strapMm: mm(form.strap),
            reachAtShortestMm: mm(form.reach),
            glideStepMm: GLIDE_STEP_MM,
            marks,
          }
        : { kind: form.hardwareKind, shortestMm: mm(form.shortest), stepCount: count(form.stepCount), pitchMm: mm(form.pitch), marks };
  return {
    name: form.name,
    shape: form.shape,
    clothKind: form.clothKind,
    cloth: CLOTH_BEHAVIOUR[form.clothKind],
    blade: {
      noseToBellyMm: mm(form.noseToBelly),
      bellyToWaistMm: mm(form.bellyToWaist),
      waistToTipMm: mm(form.waistToTip),
      bandWidthMm: mm(form.bandWidth),
      bellyWidthMm: mm(form.bellyWidth),
      waistWidthMm: mm(form.waistWidth),
      tailWidthMm: mm(form.tailWidth),
      tipShape,
      tipDepthMm: tipShape === 'straight' ? 0 : mm(form.tipDepth),
    },
    overhangMm: mm(form.overhang),
    hardware,
    inStock: count(form.inStock),
    note: form.note,
  };
}

/** Checks what was typed by the contract and puts each refusal at its field. */
export const tieResolver: Resolver<TieForm, unknown, TieInput> = (form) => {
  const read = tieInput.safeParse(readTieForm(form));
  if (read.success) return { values: read.data, errors: {} };
  const errors: FieldErrors<TieForm> = {};
  for (const { path, message } of read.error.issues) {
    const field = FIELD_OF[path.join('.')] ?? (path[0] as keyof TieForm);
    errors[field] ??= {
      type: 'contract',
      message: message.startsWith('Invalid input') ? 'This number is missing or cannot be read.' : message,
    };
  }
  return { values: {}, errors };
};

/** A tie as it is put into the form to be changed. */
export function toTieForm(tie: Tie): TieForm {
  const { blade, hardware } = tie;
  const adjustable = hardware.kind === 'fixed' ? null : hardware;
  return {
    ...EMPTY_TIE,
    name: tie.name,
    shape: tie.shape,
    clothKind: tie.clothKind,
    noseToBelly: String(blade.noseToBellyMm),
    bellyToWaist: String(blade.bellyToWaistMm),
    waistToTip: String(blade.waistToTipMm),
    bandWidth: String(blade.bandWidthMm),
    bellyWidth: String(blade.bellyWidthMm),
    waistWidth: String(blade.waistWidthMm),
    tailWidth: String(blade.tailWidthMm),
    tipDepth: String(blade.tipDepthMm),
    overhang: String(tie.overhangMm),
    hardwareKind: hardware.kind,
    shortest: String(hardware.kind === 'fixed' ? hardware.lengthMm : hardware.shortestMm),
    longest: hardware.kind === 'slider' ? String(hardware.longestMm) : '',
    stepCount: 'stepCount' in hardware ? String(hardware.stepCount) : EMPTY_TIE.stepCount,
    pitch: 'pitchMm' in hardware ? String(hardware.pitchMm) : EMPTY_TIE.pitch,
    strap: hardware.kind === 'slider' ? String(hardware.strapMm) : '',
    reach: hardware.kind === 'slider' ? String(hardware.reachAtShortestMm) : '',
    markedIn: adjustable?.marks?.system ?? 'none',
    markAtShortest: adjustable?.marks ? formatCollarLabel({ system: adjustable.marks.system, label: adjustable.marks.atShortest }) : '',
    inStock: String(tie.inStock),
    note: tie.note,
  };
}
