/** A field that was changed here, and by somebody else to something else. */
export interface Clash<V> {
  readonly field: keyof V & string;
  readonly before: string;
  readonly theirs: string;
}

/** What came of laying what was typed here over a record that somebody else has changed. */
export interface Merged<V> {
  readonly values: V;
  readonly clashes: readonly Clash<V>[];
  /** Fields that somebody else changed, and nobody here. */
  readonly arrived: readonly (keyof V & string)[];
}

/**
 * Merges two changes of one form, field by field: what only one side changed is taken; where both did, what was typed here
 * stays in the field and the clash is told. Nothing that was not touched here is ever put back.
 */
export function mergeFields<V extends Readonly<Record<keyof V, string>>>(before: V, mine: V, theirs: V): Merged<V> {
  const values = { ...mine };
  const clashes: Clash<V>[] = [];
  const arrived: (keyof V & string)[] = [];
  for (const field of Object.keys(before) as (keyof V & string)[]) {
    const [was, here, there] = [before[field], mine[field], theirs[field]];
    if (there === was || there === here) continue;
    if (here === was) {
      values[field] = there;
      arrived.push(field);
    } else clashes.push({ field, before: was, theirs: there });
  }
  return { values, clashes, arrived };
}

/** Fields of a form that differ from what it was started from. */
export function changedFields<V extends Readonly<Record<keyof V, string>>>(before: V, mine: V): Partial<V> {
  return Object.fromEntries(
    (Object.keys(before) as (keyof V)[]).filter((field) => before[field] !== mine[field]).map((field) => [field, mine[field]]),
  ) as Partial<V>;
}
