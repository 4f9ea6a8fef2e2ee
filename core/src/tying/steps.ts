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

const USUAL_SECONDS = 3.4;
const LONGER: Readonly<Partial<Record<TyingStep, number>>> = { halfKnot: 7, pushFront: 7, takeIn: 7, backBow: 11, tighten: 13.6 };

/** How long a step is shown for at the usual speed, in seconds: longer where hands change, and where people stop. */
export const secondsOf = (step: TyingStep): number => LONGER[step] ?? USUAL_SECONDS;

/** How much more time there is in a step than in a usual one. */
export const paceOf = (step: TyingStep): number => secondsOf(step) / USUAL_SECONDS;
