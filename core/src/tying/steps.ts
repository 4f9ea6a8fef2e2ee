/** Steps of tying, in the order of the main way. Other ways leave some out, or change their order. */
export const TYING_STEPS = [
  'setBand',
  'prepare',
  'lead',
  'cross',
  'halfKnot',
  'park',
  'frontBow',
  'drop',
  'passage',
  'wrap',
  'pushFront',
  'backBow',
  'tighten',
  'balance',
  'takeIn',
  'collarDown',
] as const;

export type TyingStep = (typeof TYING_STEPS)[number];
