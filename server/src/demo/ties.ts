import type { TieData } from '@easytuck/contract';
import {
  clothBehaviour,
  inchesToMm,
  stretchOf,
  type BandMarks,
  type Cloth,
  type ClothLook,
  type CollarSize,
  type Cut as ClothCut,
  type Hardware,
  TIP_OF_SHAPE,
} from '@easytuck/core';

/** A blade in the order the tape finds it: along it, across it, its tip. In mm. */
type Cut = readonly [
  noseToBelly: number,
  bellyToWaist: number,
  waistToTip: number,
  band: number,
  belly: number,
  waist: number,
  tail: number,
  tipDepth?: number,
];

interface DemoTie {
  readonly name: string;
  readonly shape: TieData['shape'];
  readonly cloth: Cloth;
  readonly cut: Cut;
  readonly overhangMm: number;
  readonly inStock: number;
  /** The size it is cut for, and its tip to tip there as its maker has it: by their own rule, not by this program's. */
  readonly marked: CollarSize;
  readonly lengthMm: number;
  readonly maker?: string;
  readonly cutOn?: ClothCut;
  readonly hardware: (lengthMm: number) => Hardware;
  readonly outer: readonly [name: string, look: ClothLook];
  readonly inner?: readonly [name: string, look: ClothLook];
  readonly quickClasp?: boolean;
  readonly breakaway?: boolean;
  readonly priceCode: string;
  readonly note?: string;
  readonly extraWidths?: readonly (readonly [atMm: number, widthMm: number])[];
}

const HALF_INCH_MM = inchesToMm(1 / 2);

const inches = (label: number): CollarSize => ({ system: 'in', label });
const centimetres = (label: number): CollarSize => ({ system: 'cm', label });

/** T-hook slots or buttonholes from `below` steps under the cut size. */
const stepped =
  (kind: 'slots' | 'buttons', below: number, stepCount: number, pitchMm: number, marks: BandMarks | null) =>
  (lengthMm: number): Hardware => ({ kind, shortestMm: lengthMm - below * pitchMm, stepCount, pitchMm, marks });

const slider =
  (belowMm: number, aboveMm: number, strapMm: number, reachMm: number, glideStepMm: number, marks: BandMarks | null) =>
  (lengthMm: number): Hardware => ({
    kind: 'slider',
    shortestMm: lengthMm - belowMm,
    longestMm: lengthMm + aboveMm,
    strapMm,
    reachAtShortestMm: reachMm,
    glideStepMm,
    marks,
  });

const sewn = (lengthMm: number): Hardware => ({ kind: 'fixed', lengthMm });

/** The outfitters' drawer. All invented. */
const TIES: readonly DemoTie[] = [
  {
    name: 'Harbour Night butterfly',
    shape: 'butterfly',
    cloth: { fibre: 'silk', weave: 'twill' },
    cut: [90, 62, 62, 20, 65, 30, 65],
    overhangMm: 0,
    inStock: 14,
    marked: inches(16),
    lengthMm: 895,
    maker: 'Quayline',
    hardware: stepped('slots', 4, 9, HALF_INCH_MM, { system: 'in', atShortest: 14 }),
    outer: ['black silk', 'black'],
    priceCode: 'C',
    note: 'The house black. First choice for a turndown collar.',
  },
  {
    name: 'Lamplighter semi-butterfly',
    shape: 'semiButterfly',
    cloth: { fibre: 'silk', weave: 'satin' },
    cut: [84, 56, 58, 20, 56, 31, 58],
    overhangMm: 2,
    inStock: 9,
    marked: inches(15.5),
    lengthMm: 853,
    maker: 'Quayline',
    hardware: slider(inchesToMm(1), inchesToMm(2.5), 230, 128, inchesToMm(1 / 4), { system: 'in', atShortest: 14.5 }),
    outer: ['black satin', 'black'],
    priceCode: 'C',
  },
  {
    name: 'Breakwater piqué batwing',
    shape: 'batwing',
    cloth: { fibre: 'cotton', weave: 'pique' },
    cut: [78, 52, 54, 19, 42, 37, 43],
    overhangMm: 2,
    inStock: 6,
    marked: inches(16),
    lengthMm: 846,
    maker: 'Fennimore Mill',
    hardware: stepped('buttons', 3, 7, HALF_INCH_MM, { system: 'in', atShortest: 14.5 }),
    outer: ['white piqué', 'white'],
    priceCode: 'B',
    note: 'White, for tailcoats only.',
  },
  {
    name: 'Signal Red diamond',
    shape: 'pointed',
    cloth: { fibre: 'silk', weave: 'grosgrain' },
    cut: [86, 59, 67, 20, 60, 30, 58, 27],
    overhangMm: 8,
    inStock: 4,
    marked: inches(15.5),
    lengthMm: 884,
    maker: 'Thrift & Gannet',
    hardware: (at) => ({ kind: 'slots', shortestMm: at - 48, stepCount: 8, pitchMm: 14, marks: null }),
    outer: ['signal red', 'plain'],
    priceCode: 'C',
    note: 'Points pass the loops by 8 mm a side.',
  },
  {
    name: 'Debater donegal club',
    shape: 'club',
    cloth: { fibre: 'wool', weave: null },
    cut: [86, 54, 56, 21, 52, 33, 50, 22],
    overhangMm: 2,
    inStock: 5,
    marked: inches(16),
    lengthMm: 870,
    maker: 'Fennimore Mill',
    hardware: slider(44, 52, 250, 136, 6, null),
    outer: ['grey donegal', 'patterned'],
    priceCode: 'B',
    note: 'Thick: wants more lead than the silks.',
  },
  {
    name: 'Bandmaster velvet, cut to 16½',
    shape: 'butterfly',
    cloth: { fibre: 'cotton', weave: 'velvet' },
    cut: [98, 64, 65, 22, 72, 34, 72],
    overhangMm: 1,
    inStock: 1,
    marked: inches(16.5),
    lengthMm: 955,
    hardware: sewn,
    outer: ['bottle green velvet', 'plain'],
    priceCode: 'E',
    note: 'Sewn to one neck for the centenary dinner.',
  },
  {
    name: 'Sandbank linen slim',
    shape: 'batwing',
    cloth: { fibre: 'linen', weave: 'plain' },
    cut: [74, 50, 52, 18, 36, 30, 37],
    overhangMm: 2,
    inStock: 7,
    marked: centimetres(40),
    lengthMm: 820,
    maker: 'Fennimore Mill',
    hardware: stepped('slots', 4, 10, 10, { system: 'cm', atShortest: 36 }),
    outer: ['sand linen', 'plain'],
    priceCode: 'A',
    note: 'Marked in centimetres.',
  },
  {
    name: 'Night Ferry crew issue',
    shape: 'semiButterfly',
    cloth: { fibre: 'polyester', weave: 'satin' },
    cut: [80, 54, 55, 20, 52, 30, 53],
    overhangMm: 1,
    inStock: 26,
    marked: inches(15.5),
    lengthMm: 824,
    maker: 'Saltcoat Supply',
    hardware: stepped('slots', 3, 8, HALF_INCH_MM, { system: 'in', atShortest: 14 }),
    outer: ['navy, ferry pennants', 'patterned'],
    breakaway: true,
    priceCode: 'A',
    note: 'Slides while it is tied. The maker’s marks run short. Its clasp opens when it is pulled, as the ferry asks.',
  },
  {
    name: 'Tideline reversible',
    shape: 'semiButterfly',
    cloth: { fibre: 'silk', weave: 'twill' },
    cut: [86, 58, 60, 20, 58, 30, 60],
    overhangMm: 1,
    inStock: 3,
    marked: inches(16),
    lengthMm: 878,
    maker: 'Thrift & Gannet',
    hardware: stepped('slots', 4, 9, HALF_INCH_MM, { system: 'in', atShortest: 14 }),
    outer: ['black silk', 'black'],
    inner: ['foam stripe', 'patterned'],
    priceCode: 'D',
    note: 'Worn either way, or mixed.',
  },
  {
    name: 'Choirstall grosgrain',
    shape: 'butterfly',
    cloth: { fibre: 'silk', weave: 'grosgrain' },
    cut: [90, 60, 62, 20, 62, 31, 62],
    overhangMm: 0,
    inStock: 11,
    marked: inches(16.5),
    lengthMm: 908,
    maker: 'Quayline',
    hardware: stepped('buttons', 4, 9, HALF_INCH_MM, { system: 'in', atShortest: 14.5 }),
    outer: ['black grosgrain', 'black'],
    priceCode: 'D',
  },
  {
    name: 'Long Pier full butterfly',
    shape: 'butterfly',
    cloth: { fibre: 'silk', weave: 'satin' },
    cut: [102, 72, 74, 22, 84, 34, 86],
    overhangMm: 0,
    inStock: 2,
    marked: inches(17),
    lengthMm: 988,
    maker: 'Thrift & Gannet',
    hardware: slider(38, 70, 240, 130, 6, null),
    outer: ['midnight satin', 'midnightBlue'],
    priceCode: 'D',
    note: 'Very wide: for large necks and spread collars.',
    extraWidths: [
      [42, 44],
      [136, 52],
    ],
  },
  {
    name: 'Quayside check, small',
    shape: 'semiButterfly',
    cloth: { fibre: 'cotton', weave: 'chambray' },
    cut: [74, 48, 50, 19, 44, 27, 46],
    overhangMm: 1,
    inStock: 8,
    marked: inches(14.5),
    lengthMm: 772,
    maker: 'Saltcoat Supply',
    hardware: stepped('slots', 3, 7, HALF_INCH_MM, { system: 'in', atShortest: 13 }),
    outer: ['blue check', 'patterned'],
    priceCode: 'A',
  },
  {
    name: 'Pilot piqué diamond',
    shape: 'pointed',
    cloth: { fibre: 'cotton', weave: 'pique' },
    cut: [82, 54, 66, 20, 52, 31, 52, 20],
    overhangMm: 6,
    inStock: 0,
    marked: centimetres(41),
    lengthMm: 886,
    maker: 'Fennimore Mill',
    hardware: stepped('buttons', 4, 9, 10, { system: 'cm', atShortest: 37 }),
    outer: ['white piqué', 'white'],
    priceCode: 'C',
    note: 'On order.',
  },
  {
    name: 'Regatta club stripe',
    shape: 'club',
    cloth: { fibre: 'silk', weave: 'twill' },
    cut: [84, 56, 58, 20, 54, 29, 54, 18],
    overhangMm: 1,
    inStock: 6,
    marked: inches(15.5),
    lengthMm: 850,
    maker: 'Thrift & Gannet',
    hardware: stepped('slots', 4, 9, HALF_INCH_MM, null),
    outer: ['blue and white stripe', 'patterned'],
    cutOn: 'bias',
    priceCode: 'B',
    note: 'Slots without numbers.',
  },
  {
    name: 'Little Gull, child’s',
    shape: 'batwing',
    cloth: { fibre: 'cotton', weave: 'chambray' },
    cut: [58, 38, 40, 16, 32, 23, 32],
    overhangMm: 1,
    inStock: 5,
    marked: inches(11.5),
    lengthMm: 624,
    maker: 'Saltcoat Supply',
    hardware: stepped('slots', 2, 6, HALF_INCH_MM, { system: 'in', atShortest: 10.5 }),
    outer: ['pale blue', 'plain'],
    breakaway: true,
    priceCode: 'A',
    note: 'Opens by its clasp.',
  },
];

function toTie(demo: DemoTie): TieData {
  const { name, shape, overhangMm, inStock, priceCode, note = '', quickClasp = false, breakaway = false, maker = '', lengthMm } = demo;
  const [noseToBellyMm, bellyToWaistMm, waistToTipMm, bandWidthMm, bellyWidthMm, waistWidthMm, tailWidthMm, tipDepthMm = 0] = demo.cut;
  const blade = {
    ...{ noseToBellyMm, bellyToWaistMm, waistToTipMm, bandWidthMm, bellyWidthMm, waistWidthMm, tailWidthMm, tipDepthMm },
    tipShape: TIP_OF_SHAPE[shape],
    extraWidths: (demo.extraWidths ?? []).map(([atMm, widthMm]) => ({ atMm, widthMm })),
  };
  const cut = {
    blade,
    cloth: { ...clothBehaviour(demo.cloth), stretchRatio: stretchOf(demo.cloth, demo.cutOn ?? 'straight') },
    overhangMm,
  };
  const face = ([faceName, look]: readonly [string, ClothLook]) => ({ name: faceName, look });
  return {
    ...{ ...cut, name, shape, maker, ...demo.cloth, inStock, priceCode, note, quickClasp, breakaway },
    takeUp: null,
    faces: { outer: face(demo.outer), inner: demo.inner ? face(demo.inner) : null },
    hardware: demo.hardware(lengthMm),
  };
}

export const demoTies: readonly TieData[] = TIES.map(toTie);
