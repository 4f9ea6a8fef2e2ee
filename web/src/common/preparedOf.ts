import type { Tie } from '@easytuck/contract';
import { prepareTie, type PreparedTie } from '@easytuck/core';

/** Prepared ties, kept as long as the tie itself. */
const preparedTies = new WeakMap<Tie, PreparedTie>();

/** A tie made ready for fitting, once. */
export function preparedOf(tie: Tie): PreparedTie {
  const known = preparedTies.get(tie);
  if (known) return known;
  const prepared = prepareTie(tie);
  preparedTies.set(tie, prepared);
  return prepared;
}
