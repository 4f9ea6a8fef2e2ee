/** A tie taken along in case one is stained or lost: so many of a kind, set at a step that suits most. */
export interface Spare {
  readonly kindId: string;
  readonly count: number;
  readonly step: number;
}

/** One spare is taken along for so many bows of a kind, and one at least where there is one (common practice, no source for the figure). */
const BOWS_A_SPARE = 20;

/**
 * Spare ties to take along, of the kinds that most wear first: set at the middle step of those who wear them, so that they are nearest to
 * whoever may need one.
 * @param worn kind and step of each bow that is worn.
 * @param left how many of a kind are free beyond those.
 */
export function spareTies(
  worn: readonly { readonly kindId: string; readonly step: number }[],
  left: ReadonlyMap<string, number>,
): readonly Spare[] {
  const steps = new Map<string, number[]>();
  for (const { kindId, step } of worn) steps.set(kindId, [...(steps.get(kindId) ?? []), step]);
  return [...steps]
    .sort(([a, mine], [b, theirs]) => theirs.length - mine.length || (a < b ? -1 : 1))
    .flatMap(([kindId, of]): Spare[] => {
      const count = Math.min(left.get(kindId) ?? 0, Math.ceil(of.length / BOWS_A_SPARE));
      const inOrder = of.toSorted((a, b) => a - b);
      return count > 0 ? [{ kindId, count, step: inOrder[Math.floor((inOrder.length - 1) / 2)] ?? 0 }] : [];
    });
}
