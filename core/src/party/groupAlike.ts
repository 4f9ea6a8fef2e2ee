import { LOOKS_ALIKE_MM, type LookRule } from './oneLook.ts';

/** A bow that somebody wears, or is to wear. */
export interface WornBow {
  readonly id: string;
  /** The same text for bows of one shape, cloth, colour and face. */
  readonly likeness: string;
  readonly spreadMm: number;
  /** How much wider than the look asks for; narrower where less than 0. In mm. */
  readonly offMm: number;
}

/** Bows of one shape, cloth, colour and face. */
export interface AlikeGroup {
  readonly likeness: string;
  readonly ids: readonly string[];
  /** Those of them that are also of the width that the look asks for. */
  readonly alikeIds: readonly string[];
}

/**
 * Groups bows that look alike, largest group first. Each as cut means one width within a group: two sizes of one cloth are not alike.
 * Otherwise the look says how wide each bow should be. Widths up to {@link LOOKS_ALIKE_MM} apart pass for one.
 */
export function groupAlike(bows: readonly WornBow[], rule: LookRule): readonly AlikeGroup[] {
  const byLikeness = new Map<string, WornBow[]>();
  for (const bow of bows) byLikeness.set(bow.likeness, [...(byLikeness.get(bow.likeness) ?? []), bow]);
  return [...byLikeness]
    .map(([likeness, of]): AlikeGroup => {
      const widths = of.map(({ spreadMm }) => spreadMm).sort((a, b) => a - b);
      const middleMm = widths[Math.floor((widths.length - 1) / 2)] ?? 0;
      const isAlike = ({ spreadMm, offMm }: WornBow): boolean => Math.abs(rule === 'asCut' ? spreadMm - middleMm : offMm) <= LOOKS_ALIKE_MM;
      return { likeness, ids: of.map(({ id }) => id), alikeIds: of.filter(isAlike).map(({ id }) => id) };
    })
    .sort((a, b) => b.alikeIds.length - a.alikeIds.length || b.ids.length - a.ids.length);
}
