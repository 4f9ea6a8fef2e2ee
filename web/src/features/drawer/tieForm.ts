import {
  explainBlade,
  explainNumber,
  explainTapeOrder,
  FURTHER_WIDTHS_EXAMPLE,
  tieInput,
  type Tie,
  type TieInput,
} from '@easytuck/contract';
import {
  bladeFromTape,
  calibrateHardware,
  checkBlade,
  clothBehaviour,
  formatCollarLabel,
  formatLength,
  parseLength,
  parseNumber,
  readSetting,
  stretchOf,
  tapeFromBlade,
  type BladeMeasures,
  type BladeTape,
  type Cloth,
  type ClothLook,
  type Cut,
  type ExtraWidth,
  type Fibre,
  type Hardware,
  type LengthUnit,
  type Weave,
  TIP_CUTS,
  TIP_OF_SHAPE,
} from '@easytuck/core';
import type { FieldErrors, Resolver } from 'react-hook-form';
import { exactLength } from '../../common/exactLength.ts';

/** What is typed on the page where a tie is measured: every field as text. Lengths along the blade are taken from the tip. */
export interface TieForm {
  name: string;
  shape: TieInput['shape'];
  fibre: Fibre;
  /** Empty: not noted. */
  weave: '' | Weave;
  /** Straight on the grain or on the bias. */
  cutOn: Cut;
  /** Part by which it stretches on the bias; empty: as is usual for the cloth. */
  stretch: string;
  maker: string;
  /** Empty: as is usual for the cloth. */
  thickness: string;
  gather: string;
  tipToWaist: string;
  tipToBelly: string;
  tipToNose: string;
  bandWidth: string;
  bellyWidth: string;
  waistWidth: string;
  /** Empty: as wide as the belly. */
  tailWidth: string;
  tipDepth: string;
  /** Further widths as `place:width` from the nose, with semicolons between. */
  further: string;
  overhang: string;
  hardwareKind: TieInput['hardware']['kind'];
  tipToTip: string;
  /** The setting at which tip to tip was read; empty: the shortest. */
  readAt: string;
  /** Range of a slider. */
  travel: string;
  stepCount: string;
  pitch: string;
  strap: string;
  reach: string;
  markedIn: 'none' | 'in' | 'cm';
  markAtShortest: string;
  outerName: string;
  outerLook: ClothLook;
  isReversible: 'no' | 'yes';
  innerName: string;
  innerLook: ClothLook;
  quickClasp: 'no' | 'yes';
  breakaway: 'no' | 'yes';
  priceCode: string;
  inStock: string;
  note: string;
  /** What its tyings taught, as words; `given up` where it goes by its measures again. */
  learned: string;
}

export const EMPTY_TIE: TieForm = {
  ...{ name: '', shape: 'butterfly', fibre: 'silk', weave: '', cutOn: 'straight', stretch: '', maker: '', thickness: '', gather: '' },
  ...{
    tipToWaist: '',
    tipToBelly: '',
    tipToNose: '',
    bandWidth: '20 mm',
    bellyWidth: '',
    waistWidth: '',
    tailWidth: '',
    tipDepth: '',
    further: '',
  },
  ...{ overhang: '0', hardwareKind: 'slots', tipToTip: '', readAt: '', travel: '', stepCount: '9', pitch: '12.7 mm', strap: '', reach: '' },
  ...{ markedIn: 'in', markAtShortest: '14', outerName: '', outerLook: 'plain', isReversible: 'no', innerName: '', innerLook: 'plain' },
  ...{ quickClasp: 'no', breakaway: 'no', priceCode: '', inStock: '1', note: '', learned: '' },
};

/** Where each path of a tie is typed. */
const FIELD_OF: Readonly<Record<string, keyof TieForm>> = {
  'blade.noseToBellyMm': 'tipToNose',
  'blade.bellyToWaistMm': 'tipToBelly',
  'blade.waistToTipMm': 'tipToWaist',
  'blade.bandWidthMm': 'bandWidth',
  'blade.bellyWidthMm': 'bellyWidth',
  'blade.waistWidthMm': 'waistWidth',
  'blade.tailWidthMm': 'tailWidth',
  'blade.tipDepthMm': 'tipDepth',
  'cloth.thicknessMm': 'thickness',
  'cloth.gatherRatio': 'gather',
  'cloth.stretchRatio': 'stretch',
  overhangMm: 'overhang',
  'hardware.shortestMm': 'tipToTip',
  'hardware.longestMm': 'travel',
  'hardware.lengthMm': 'tipToTip',
  'hardware.stepCount': 'stepCount',
  'hardware.pitchMm': 'pitch',
  'hardware.strapMm': 'strap',
  'hardware.reachAtShortestMm': 'reach',
  'hardware.marks.atShortest': 'markAtShortest',
  'faces.outer.name': 'outerName',
  'faces.inner.name': 'innerName',
};

/** Smallest movement of a glide that a hand can set, in mm of glide. */
const GLIDE_STEP_MM = 6.35;
/** Any length: what the marks stand for is settled by the tape reading. */
const BEFORE_READING_MM = 800;

const mm = (text: string, unit: LengthUnit = 'mm'): number => {
  const reading = parseLength(text, unit);
  return reading.kind === 'length' ? Math.round(reading.lengthMm * 1000) / 1000 : Number.NaN;
};
const count = (text: string): number => {
  const reading = parseNumber(text);
  return reading.kind === 'number' ? reading.value : Number.NaN;
};
const orUsual = (text: string, usual: number, read: (text: string) => number): number => (text.trim() === '' ? usual : read(text));

/** The tape readings along a blade; NaN where one cannot be read. */
const readTape = (form: Pick<TieForm, 'tipToWaist' | 'tipToBelly' | 'tipToNose'>, unit: LengthUnit): BladeTape => ({
  tipToWaistMm: mm(form.tipToWaist, unit),
  tipToBellyMm: mm(form.tipToBelly, unit),
  tipToNoseMm: mm(form.tipToNose, unit),
});

/** Further widths as typed, in mm where no unit is written: `30:44; 106:52`. A pair that cannot be read has NaN in it. */
export function readFurther(text: string): ExtraWidth[] {
  return text
    .split(';')
    .filter((pair) => pair.trim() !== '')
    .map((pair) => ({ atMm: mm(pair.split(':')[0] ?? ''), widthMm: mm(pair.split(':')[1] ?? '') }));
}

/** Further widths as they are typed, from the nose outwards. */
export const writeFurther = (extras: readonly ExtraWidth[]): string =>
  [...extras]
    .sort((a, b) => a.atMm - b.atMm)
    .map(({ atMm, widthMm }) => `${Math.round(atMm * 10) / 10}:${Math.round(widthMm * 10) / 10}`)
    .join('; ');

/** The blade as typed, without checks: NaN where a measure is missing. Lengths are in `unit` where none is written. */
export function readBlade(form: TieForm, unit: LengthUnit): BladeMeasures & { readonly extraWidths: ExtraWidth[] } {
  const { tipToWaistMm, tipToBellyMm, tipToNoseMm } = readTape(form, unit);
  const read = (text: string): number => mm(text, unit);
  const tipShape = TIP_OF_SHAPE[form.shape];
  return {
    noseToBellyMm: tipToNoseMm - tipToBellyMm,
    bellyToWaistMm: tipToBellyMm - tipToWaistMm,
    waistToTipMm: tipToWaistMm,
    bandWidthMm: read(form.bandWidth),
    bellyWidthMm: read(form.bellyWidth),
    waistWidthMm: read(form.waistWidth),
    tailWidthMm: orUsual(form.tailWidth, read(form.bellyWidth), read),
    tipShape,
    tipDepthMm: tipShape === 'straight' ? 0 : read(form.tipDepth),
    extraWidths: readFurther(form.further),
  };
}

function readHardware(form: TieForm, unit: LengthUnit): { hardware: unknown; refused: string | null } {
  const tipToTipMm = mm(form.tipToTip, unit);
  if (form.hardwareKind === 'fixed') return { hardware: { kind: 'fixed', lengthMm: tipToTipMm }, refused: null };
  const marks = form.markedIn === 'none' ? null : { system: form.markedIn, atShortest: count(form.markAtShortest) };
  const before =
    form.hardwareKind === 'slider'
      ? {
          ...{ kind: 'slider' as const, shortestMm: BEFORE_READING_MM, longestMm: BEFORE_READING_MM + mm(form.travel, unit) },
          ...{ strapMm: mm(form.strap, unit), reachAtShortestMm: mm(form.reach, unit), glideStepMm: GLIDE_STEP_MM, marks },
        }
      : { kind: form.hardwareKind, shortestMm: BEFORE_READING_MM, stepCount: count(form.stepCount), pitchMm: mm(form.pitch, unit), marks };
  if (form.readAt.trim() === '') return { hardware: calibrateHardware(before as Hardware, 0, tipToTipMm), refused: null };
  const isWhole = Object.values(before).every((value) => typeof value !== 'number' || Number.isFinite(value));
  const at = isWhole ? readSetting(before, form.readAt, unit) : null;
  if (at?.kind !== 'setting')
    return {
      hardware: calibrateHardware(before as Hardware, 0, tipToTipMm),
      refused: 'This band has no such setting. Write the mark, slot or glide that it was read at.',
    };
  return { hardware: calibrateHardware(before, at.setting.step, tipToTipMm), refused: null };
}

/** Given up, in the field of what was learned. */
export const GIVEN_UP = 'given up';

/** What its tyings taught, as it stands in its field; null where nothing was learned, or it was given up. */
export function readLearned(text: string): TieInput['takeUp'] {
  const [shortMm, longMm, wholeSdMm, leadSdMm] = text.split(' ').map(Number);
  if (shortMm === undefined || longMm === undefined || Number.isNaN(shortMm) || Number.isNaN(longMm) || text === '') return null;
  return { shortMm, longMm, ...(wholeSdMm === undefined || leadSdMm === undefined ? {} : { wholeSdMm, leadSdMm }) };
}

const writeLearned = ({ shortMm, longMm, wholeSdMm, leadSdMm }: NonNullable<Tie['takeUp']>): string =>
  [shortMm, longMm, ...(wholeSdMm === undefined || leadSdMm === undefined ? [] : [wholeSdMm, leadSdMm])].join(' ');

/** Names of the fields, as they stand on the page. */
export const TIE_LABELS: Readonly<Record<keyof TieForm, string>> = {
  ...{ name: 'Name', shape: 'Shape', fibre: 'Fibre', weave: 'Weave', cutOn: 'Cut', stretch: 'Stretch', maker: 'Maker' },
  ...{ thickness: 'Thickness', gather: 'Gather' },
  ...{
    tipToWaist: 'Tip to waist',
    tipToBelly: 'Tip to belly',
    tipToNose: 'Tip to nose',
    tipDepth: 'Depth of the tip',
    overhang: 'Overhang',
  },
  ...{
    bandWidth: 'Band width',
    bellyWidth: 'Belly width',
    waistWidth: 'Waist width',
    tailWidth: 'Tail width',
    further: 'Further widths, mm',
  },
  ...{
    hardwareKind: 'Hardware',
    tipToTip: 'Tip to tip',
    readAt: 'Read at',
    travel: 'Range',
    strap: 'Strap',
    reach: 'Reach at the shortest',
  },
  ...{
    stepCount: 'Slots or buttonholes',
    pitch: 'From one to the next',
    markedIn: 'Numbers on the band',
    markAtShortest: 'Number at the shortest',
  },
  ...{ outerName: 'Outer face', outerLook: 'Looks', isReversible: 'Reversible', innerName: 'Inner face', innerLook: 'Inner looks' },
  ...{
    quickClasp: 'Quick clasp, opened by hand',
    breakaway: 'Breakaway clasp, opens when pulled',
    priceCode: 'Price code',
    inStock: 'In stock',
    note: 'Note',
    learned: 'Learned from its tyings',
  },
};

/** The cloth as chosen. */
export const clothOf = ({ fibre, weave }: Pick<TieForm, 'fibre' | 'weave'>): Cloth => ({ fibre, weave: weave === '' ? null : weave });

/** The tie that was typed; a number that cannot be read is NaN, which the contract refuses at its field. Lengths are in `unit` where none is written; thickness is in millimetres. */
export function readTieForm(form: TieForm, unit: LengthUnit): unknown {
  const usual = clothBehaviour(clothOf(form));
  return {
    ...{ name: form.name, shape: form.shape, ...clothOf(form) },
    cloth: {
      thicknessMm: orUsual(form.thickness, usual.thicknessMm, (text) => mm(text)),
      gatherRatio: orUsual(form.gather, usual.gatherRatio, count),
      stretchRatio: form.cutOn === 'bias' ? orUsual(form.stretch, stretchOf(clothOf(form), 'bias'), count) : 0,
    },
    maker: form.maker,
    blade: readBlade(form, unit),
    overhangMm: mm(form.overhang, unit),
    hardware: readHardware(form, unit).hardware,
    faces: {
      outer: { name: form.outerName, look: form.outerLook },
      inner: form.isReversible === 'yes' ? { name: form.innerName, look: form.innerLook } : null,
    },
    ...{
      quickClasp: form.quickClasp === 'yes',
      breakaway: form.breakaway === 'yes',
      priceCode: form.priceCode,
      inStock: count(form.inStock),
      note: form.note,
    },
    takeUp: readLearned(form.learned),
  };
}

/** Checks what was typed by the contract and puts each refusal at its field. Lengths are in `unit` where none is written. */
export const tieResolver =
  (unit: LengthUnit): Resolver<TieForm, unknown, TieInput> =>
  (form) => {
    const errors: FieldErrors<TieForm> = {};
    const refuse = (field: keyof TieForm, message: string): void => {
      errors[field] ??= { type: 'contract', message };
    };
    const unreadable = findUnreadable(form, unit);
    for (const [field, message] of unreadable) refuse(field, message);
    const tape = bladeFromTape(readTape(form, unit));
    const length = (lengthMm: number): string => formatLength(lengthMm, unit);
    if (tape.kind === 'outOfOrder') refuse(TAPE_FIELDS[tape.reading], explainTapeOrder(tape, length));
    // what follows from a reading that is wrong is no mistake of its own
    const isTapeRight = !TAPE_FIELD_NAMES.some((field) => field in errors);
    const isBlamed = (field: keyof TieForm): boolean =>
      field === 'tailWidth' ? form.tailWidth.trim() !== '' : isTapeRight || !TAPE_FIELD_NAMES.some((each) => each === field);
    for (const found of checkBlade(readBlade(form, unit))) {
      const field = FIELD_OF[`blade.${found.measure}`];
      if (field !== undefined && isBlamed(field) && !found.extra) refuse(field, explainBlade(found, length));
    }
    const { refused } = readHardware(form, unit);
    if (refused !== null) refuse('readAt', refused);
    const read = tieInput.safeParse(readTieForm(form, unit));
    for (const { path, message } of read.error?.issues ?? []) {
      const dotted = path.join('.');
      const isFurther = dotted.startsWith('blade.extraWidths');
      const field = isFurther ? 'further' : (FIELD_OF[dotted] ?? (path[0] as keyof TieForm));
      if (!isBlamed(field)) continue;
      const isPlain = !message.startsWith('Invalid input');
      refuse(
        field,
        isPlain
          ? message
          : isFurther
            ? `Write place and width from the nose: ${FURTHER_WIDTHS_EXAMPLE}.`
            : 'This number is missing or cannot be read.',
      );
    }
    return read.success && Object.keys(errors).length === 0 ? { values: read.data, errors: {} } : { values: {}, errors };
  };

const TAPE_FIELD_NAMES = ['tipToWaist', 'tipToBelly', 'tipToNose'] as const;

/** Fields that hold a length, each with one that would be right, in mm. */
const LENGTH_EXAMPLES = {
  tipToWaist: 80,
  tipToBelly: 130,
  tipToNose: 180,
  bandWidth: 20,
  bellyWidth: 64,
  waistWidth: 32,
  tailWidth: 64,
  tipDepth: 20,
  overhang: 5,
  tipToTip: 880,
  travel: 150,
  pitch: 12.7,
  strap: 200,
  reach: 100,
} as const satisfies Partial<Record<keyof TieForm, number>>;
type LengthFieldName = keyof typeof LENGTH_EXAMPLES;

/** The lengths that this hardware and this tip ask for, and that cannot be read, each with why. */
function findUnreadable(form: TieForm, unit: LengthUnit): [LengthFieldName, string][] {
  const asked: Readonly<Partial<Record<LengthFieldName, boolean>>> = {
    tailWidth: form.tailWidth.trim() !== '',
    tipDepth: TIP_CUTS[TIP_OF_SHAPE[form.shape]].hasDepth,
    travel: form.hardwareKind === 'slider',
    strap: form.hardwareKind === 'slider',
    reach: form.hardwareKind === 'slider',
    pitch: form.hardwareKind === 'slots' || form.hardwareKind === 'buttons',
  };
  return (Object.keys(LENGTH_EXAMPLES) as LengthFieldName[]).flatMap((field): [LengthFieldName, string][] => {
    const reading = parseLength(form[field], unit);
    if (reading.kind === 'length' || asked[field] === false) return [];
    return [[field, explainNumber(reading.reason, TIE_LABELS[field], formatLength(LENGTH_EXAMPLES[field], unit))]];
  });
}

const TAPE_FIELDS: Readonly<Record<keyof BladeTape, 'tipToWaist' | 'tipToBelly' | 'tipToNose'>> = {
  tipToWaistMm: 'tipToWaist',
  tipToBellyMm: 'tipToBelly',
  tipToNoseMm: 'tipToNose',
};

const plain = (value: number): string => String(Math.round(value * 1000) / 1000);
/** A tie as it is put into the form to be changed. */
export function toTieForm(tie: Tie, unit: LengthUnit): TieForm {
  const exact = (lengthMm: number): string => (lengthMm === 0 ? '0' : exactLength(lengthMm, unit));
  const { blade, hardware, faces } = tie;
  const { tipToWaistMm, tipToBellyMm, tipToNoseMm } = tapeFromBlade(blade);
  const adjustable = hardware.kind === 'fixed' ? null : hardware;
  const usual = clothBehaviour(tie);
  return {
    ...EMPTY_TIE,
    ...{ name: tie.name, shape: tie.shape, fibre: tie.fibre, weave: tie.weave ?? '', maker: tie.maker },
    cutOn: tie.cloth.stretchRatio > 0 ? 'bias' : 'straight',
    stretch: [0, stretchOf(tie, 'bias')].includes(tie.cloth.stretchRatio) ? '' : String(tie.cloth.stretchRatio),
    thickness: tie.cloth.thicknessMm === usual.thicknessMm ? '' : plain(tie.cloth.thicknessMm),
    gather: tie.cloth.gatherRatio === usual.gatherRatio ? '' : plain(tie.cloth.gatherRatio),
    ...{ tipToWaist: exact(tipToWaistMm), tipToBelly: exact(tipToBellyMm), tipToNose: exact(tipToNoseMm) },
    ...{ bandWidth: exact(blade.bandWidthMm), bellyWidth: exact(blade.bellyWidthMm), waistWidth: exact(blade.waistWidthMm) },
    ...{ tailWidth: exact(blade.tailWidthMm), tipDepth: blade.tipShape === 'straight' ? '' : exact(blade.tipDepthMm) },
    ...{ further: writeFurther(blade.extraWidths), overhang: exact(tie.overhangMm), hardwareKind: hardware.kind },
    tipToTip: exact(hardware.kind === 'fixed' ? hardware.lengthMm : hardware.shortestMm),
    travel: hardware.kind === 'slider' ? exact(hardware.longestMm - hardware.shortestMm) : '',
    stepCount: 'stepCount' in hardware ? String(hardware.stepCount) : EMPTY_TIE.stepCount,
    pitch: 'pitchMm' in hardware ? exact(hardware.pitchMm) : EMPTY_TIE.pitch,
    strap: hardware.kind === 'slider' ? exact(hardware.strapMm) : '',
    reach: hardware.kind === 'slider' ? exact(hardware.reachAtShortestMm) : '',
    markedIn: adjustable?.marks?.system ?? 'none',
    markAtShortest: adjustable?.marks ? formatCollarLabel({ system: adjustable.marks.system, label: adjustable.marks.atShortest }) : '',
    ...{ outerName: faces.outer.name, outerLook: faces.outer.look, isReversible: faces.inner ? 'yes' : 'no' },
    ...{ innerName: faces.inner?.name ?? '', innerLook: faces.inner?.look ?? 'plain' },
    ...{
      quickClasp: tie.quickClasp ? 'yes' : 'no',
      breakaway: tie.breakaway ? 'yes' : 'no',
      priceCode: tie.priceCode,
      inStock: String(tie.inStock),
      note: tie.note,
    },
    learned: tie.takeUp === null ? '' : writeLearned(tie.takeUp),
  };
}
