import {
  evenLeadMm,
  fitWearer,
  neckPathMm,
  resolveLimits,
  setForSpreadMm,
  usableSettings,
  type PreparedTie,
  type ResolvedLimits,
  type Side,
  type UsableSettings,
  type WearerFit,
  type WornCollar,
} from '../fit/index.ts';
import { roundToSetting } from '../strip/index.ts';

/** What may match at a party: all bows of one width, each the same share of its wearer’s neck, or each as its tie was cut. */
export const LOOK_RULES = ['spread', 'share', 'asCut'] as const;
export type LookRule = (typeof LOOK_RULES)[number];

/** A look that is wished for. */
export type Look =
  | { readonly rule: 'spread'; readonly spreadMm: number }
  /** A bow’s width over the breadth of its wearer’s neck. */
  | { readonly rule: 'share'; readonly ratio: number }
  | { readonly rule: 'asCut' };

/** Bows closer than this in width pass for one width across a room (assumed, no source). In mm. */
export const LOOKS_ALIKE_MM = 5;

/** Who is to wear a bow, as far as its width goes. */
export interface Neck {
  readonly id: string;
  readonly worn: WornCollar;
  readonly longEnd: Side;
}

/** What a tie gives on a neck, at the setting that comes closest to a look. */
export type Matched =
  | {
      readonly kind: 'some';
      readonly fitted: WearerFit;
      readonly leadMm: number;
      readonly wantedMm: number;
      /** Wider than wished, or narrower where less than 0. */
      readonly offMm: number;
      /** How far past a width rule (neck, collar points, face) the bow goes; 0 inside. In mm of width. */
      readonly pastCustomMm: number;
    }
  | { readonly kind: 'none'; readonly why: Extract<UsableSettings, { kind: 'none' }> | { readonly kind: 'noBreakaway' } };

/** The width that a look wishes on a neck, in mm. */
export function wantedSpreadMm(look: Look, tie: PreparedTie, worn: WornCollar): number {
  switch (look.rule) {
    case 'spread':
      return look.spreadMm;
    case 'share':
      return look.ratio * resolveLimits(worn).neckBreadthMm;
    case 'asCut':
      return tie.naturalSpreadMm;
  }
}

/**
 * Sets a tie so that its bow comes closest to a look: the setting nearest to the length that the wished width asks for, within what the
 * strip and its hardware allow, with the even lead. A half-way setting is the longer one, as everywhere.
 */
export function matchLook(tie: PreparedTie, { worn, longEnd }: Neck, look: Look): Matched {
  const leadMm = evenLeadMm(tie);
  const pathMm = neckPathMm(worn.collar, worn.easeMm, tie.measured.cloth);
  const usable = usableSettings(tie, pathMm, leadMm);
  if (usable.kind === 'none') return { kind: 'none', why: usable };
  const wantedMm = wantedSpreadMm(look, tie, worn);
  const { nearest } = roundToSetting(tie.measured.hardware, setForSpreadMm(tie, pathMm, wantedMm));
  const step = Math.min(usable.longest.step, Math.max(usable.shortest.step, nearest.step));
  const fitted = fitWearer(tie, worn, step, leadMm, longEnd);
  const offMm = fitted.fit.spreadMm - wantedMm;
  // a bound is told as length of the set; the bow is a third of that
  const pastMm = fitted.fit.bounds.reduce((most, { nature, roomMm }) => (nature === 'custom' ? Math.max(most, -roomMm / 3) : most), 0);
  return { kind: 'some', fitted, leadMm, wantedMm, offMm, pastCustomMm: pastMm };
}

/**
 * The width, or the share of the neck, that changes the bows least: the middle one of what each would have as its tie was cut, made
 * smaller where somebody’s neck, collar points or face allow less. `null` where nobody can wear any of these ties.
 */
export function suggestLook(rule: LookRule, necks: readonly Neck[], ties: readonly PreparedTie[]): Look | null {
  if (rule === 'asCut') return { rule };
  const each = necks.flatMap((neck) => {
    const matched = ties.flatMap((tie) => {
      const found = matchLook(tie, neck, { rule: 'asCut' });
      return found.kind === 'some' ? [found] : [];
    });
    const best = matched.toSorted((a, b) => Math.abs(a.offMm) - Math.abs(b.offMm))[0];
    return best ? [best.fitted] : [];
  });
  if (each.length === 0) return null;
  if (rule === 'share') {
    const most = Math.min(...each.map(({ limits }) => widestMm(limits) / limits.neckBreadthMm));
    return { rule, ratio: Math.min(most, middleOf(each.map(({ fit, limits }) => fit.spreadMm / limits.neckBreadthMm))) };
  }
  return { rule, spreadMm: Math.min(...each.map(({ limits }) => widestMm(limits)), middleOf(each.map(({ fit }) => fit.spreadMm))) };
}

/** The widest bow that custom allows somebody: no wider than neck, collar points, and face or spectacles. In mm. */
const widestMm = ({ neckBreadthMm, collarPointsMm, faceWidthMm }: ResolvedLimits): number =>
  Math.min(neckBreadthMm, collarPointsMm ?? Infinity, faceWidthMm ?? Infinity);

/** The middle of several numbers; the lower of two middle ones. */
function middleOf(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  return sorted[Math.floor((sorted.length - 1) / 2)] ?? 0;
}
