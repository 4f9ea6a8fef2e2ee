import type { TieData } from '@easytuck/contract';
import {
  CLOTH_BEHAVIOUR,
  DEFAULT_EASE_MM,
  inchesToMm,
  naturalSetMm,
  neckPathMm,
  prepareTie,
  type ClothKind,
  type CollarSize,
  type Hardware,
} from '@easytuck/core';

type Cut = Omit<TieData, 'cloth' | 'hardware' | 'clothKind'> & {
  readonly clothKind: ClothKind;
  readonly marked: CollarSize;
  readonly offMm: number;
};

/** Tip to tip at which a tie comes out as it was cut on a collar; what an honest maker prints that size at. */
function honestLengthMm(cut: Cut): number {
  const placeholder: Hardware = { kind: 'fixed', lengthMm: 800 };
  const prepared = prepareTie({
    blade: cut.blade,
    cloth: CLOTH_BEHAVIOUR[cut.clothKind],
    overhangMm: cut.overhangMm,
    hardware: placeholder,
  });
  return naturalSetMm(prepared, neckPathMm(cut.marked, DEFAULT_EASE_MM));
}

function tieOf(cut: Cut, hardware: (lengthMm: number) => Hardware): TieData {
  const { marked: _marked, offMm, ...data } = cut;
  const lengthMm = Math.round((honestLengthMm(cut) + offMm) * 10) / 10;
  return { ...data, cloth: CLOTH_BEHAVIOUR[cut.clothKind], hardware: hardware(lengthMm) };
}

const inches = (label: number): CollarSize => ({ system: 'in', label });
const HALF_INCH_MM = inchesToMm(1 / 2);

/** The outfitters' drawer. All invented. `marked` is the size a tie is cut for, `offMm` how far its maker's marks are out. */
export const demoTies: readonly TieData[] = [
  tieOf(
    {
      name: 'Harbour Night butterfly',
      shape: 'butterfly',
      clothKind: 'silk',
      blade: {
        noseToBellyMm: 62,
        bellyToWaistMm: 62,
        waistToTipMm: 62,
        bandWidthMm: 20,
        bellyWidthMm: 65,
        waistWidthMm: 30,
        tailWidthMm: 65,
        tipShape: 'straight',
        tipDepthMm: 0,
      },
      overhangMm: 0,
      inStock: 14,
      note: 'The house black. First choice for a turndown collar.',
      marked: inches(16),
      offMm: 0,
    },
    (at16) => ({
      kind: 'slots',
      shortestMm: at16 - 4 * HALF_INCH_MM,
      stepCount: 9,
      pitchMm: HALF_INCH_MM,
      marks: { system: 'in', atShortest: 14 },
    }),
  ),
  tieOf(
    {
      name: 'Lamplighter semi-butterfly',
      shape: 'semiButterfly',
      clothKind: 'satin',
      blade: {
        noseToBellyMm: 58,
        bellyToWaistMm: 56,
        waistToTipMm: 58,
        bandWidthMm: 20,
        bellyWidthMm: 56,
        waistWidthMm: 31,
        tailWidthMm: 58,
        tipShape: 'straight',
        tipDepthMm: 0,
      },
      overhangMm: 2,
      inStock: 9,
      note: '',
      marked: inches(15.5),
      offMm: 3,
    },
    (at) => ({
      kind: 'slider',
      shortestMm: at - inchesToMm(1),
      longestMm: at + inchesToMm(2.5),
      strapMm: 230,
      reachAtShortestMm: 128,
      glideStepMm: inchesToMm(1 / 4),
      marks: { system: 'in', atShortest: 14.5 },
    }),
  ),
  tieOf(
    {
      name: 'Breakwater piqué batwing',
      shape: 'batwing',
      clothKind: 'cotton',
      blade: {
        noseToBellyMm: 48,
        bellyToWaistMm: 52,
        waistToTipMm: 54,
        bandWidthMm: 19,
        bellyWidthMm: 42,
        waistWidthMm: 37,
        tailWidthMm: 43,
        tipShape: 'straight',
        tipDepthMm: 0,
      },
      overhangMm: 2,
      inStock: 6,
      note: 'White, for tailcoats only.',
      marked: inches(16),
      offMm: -2,
    },
    (at16) => ({
      kind: 'buttons',
      shortestMm: at16 - 3 * HALF_INCH_MM,
      stepCount: 7,
      pitchMm: HALF_INCH_MM,
      marks: { system: 'in', atShortest: 14.5 },
    }),
  ),
  tieOf(
    {
      name: 'Signal Red diamond',
      shape: 'pointed',
      clothKind: 'grosgrain',
      blade: {
        noseToBellyMm: 60,
        bellyToWaistMm: 59,
        waistToTipMm: 67,
        bandWidthMm: 20,
        bellyWidthMm: 60,
        waistWidthMm: 30,
        tailWidthMm: 58,
        tipShape: 'pointed',
        tipDepthMm: 27,
      },
      overhangMm: 8,
      inStock: 4,
      note: 'Points pass the loops by 8 mm a side.',
      marked: inches(15.5),
      offMm: 0,
    },
    (at) => ({ kind: 'slots', shortestMm: at - 48, stepCount: 8, pitchMm: 14, marks: null }),
  ),
  tieOf(
    {
      name: 'Debater donegal club',
      shape: 'club',
      clothKind: 'wool',
      blade: {
        noseToBellyMm: 55,
        bellyToWaistMm: 54,
        waistToTipMm: 56,
        bandWidthMm: 21,
        bellyWidthMm: 52,
        waistWidthMm: 33,
        tailWidthMm: 50,
        tipShape: 'rounded',
        tipDepthMm: 22,
      },
      overhangMm: 2,
      inStock: 5,
      note: 'Thick: wants more lead than the silks.',
      marked: inches(16),
      offMm: 0,
    },
    (at) => ({
      kind: 'slider',
      shortestMm: at - 44,
      longestMm: at + 52,
      strapMm: 250,
      reachAtShortestMm: 136,
      glideStepMm: 6,
      marks: null,
    }),
  ),
  tieOf(
    {
      name: 'Bandmaster velvet, cut to 16½',
      shape: 'butterfly',
      clothKind: 'velvet',
      blade: {
        noseToBellyMm: 64,
        bellyToWaistMm: 64,
        waistToTipMm: 65,
        bandWidthMm: 22,
        bellyWidthMm: 72,
        waistWidthMm: 34,
        tailWidthMm: 72,
        tipShape: 'straight',
        tipDepthMm: 0,
      },
      overhangMm: 1,
      inStock: 1,
      note: 'Sewn to one neck for the centenary dinner.',
      marked: inches(16.5),
      offMm: 0,
    },
    (lengthMm) => ({ kind: 'fixed', lengthMm }),
  ),
  tieOf(
    {
      name: 'Sandbank linen slim',
      shape: 'batwing',
      clothKind: 'linen',
      blade: {
        noseToBellyMm: 46,
        bellyToWaistMm: 50,
        waistToTipMm: 52,
        bandWidthMm: 18,
        bellyWidthMm: 36,
        waistWidthMm: 30,
        tailWidthMm: 37,
        tipShape: 'straight',
        tipDepthMm: 0,
      },
      overhangMm: 2,
      inStock: 7,
      note: 'Marked in centimetres.',
      marked: { system: 'cm', label: 40 },
      offMm: 0,
    },
    (at40) => ({ kind: 'slots', shortestMm: at40 - 40, stepCount: 10, pitchMm: 10, marks: { system: 'cm', atShortest: 36 } }),
  ),
  tieOf(
    {
      name: 'Night Ferry crew issue',
      shape: 'semiButterfly',
      clothKind: 'polyester',
      blade: {
        noseToBellyMm: 56,
        bellyToWaistMm: 54,
        waistToTipMm: 55,
        bandWidthMm: 20,
        bellyWidthMm: 52,
        waistWidthMm: 30,
        tailWidthMm: 53,
        tipShape: 'straight',
        tipDepthMm: 0,
      },
      overhangMm: 1,
      inStock: 26,
      note: 'Slides while it is tied. The maker’s marks run short.',
      marked: inches(15.5),
      offMm: -6,
    },
    (at) => ({
      kind: 'slots',
      shortestMm: at - 3 * HALF_INCH_MM,
      stepCount: 8,
      pitchMm: HALF_INCH_MM,
      marks: { system: 'in', atShortest: 14 },
    }),
  ),
];
