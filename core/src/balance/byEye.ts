import type { BowState } from './bowState.ts';
import { planPulls, type Pull } from './planPulls.ts';

/** What can be seen of a tied bow without a tape. The first four are pieces that reach too far, the last two are matters of taste. */
export const EYE_FINDINGS = [
  'frontLoop',
  'frontFlatEnd',
  'backLoop',
  'backFlatEnd',
  'frontWider',
  'backWider',
  'fatKnot',
  'tilted',
  'droops',
  'turnsUp',
  'offCentre',
  'gap',
  'noDimple',
  'tooEven',
] as const;
export type EyeFinding = (typeof EYE_FINDINGS)[number];

/** How much it is, as judged by eye, in mm (assumed, no source). */
export const EYE_AMOUNTS_MM = { little: 5, finger: 14, more: 26 } as const;
export type EyeAmount = keyof typeof EYE_AMOUNTS_MM;

/** Between which lengths a judgement by eye lies in about nine of ten cases, in mm (assumed, no source). */
export const EYE_RANGES_MM = { little: [2, 8], finger: [9, 19], more: [18, 34] } as const satisfies Readonly<
  Record<EyeAmount, readonly [leastMm: number, mostMm: number]>
>;

/** The least and the most that a pull may have to be, given what it is for the middle of an amount. In mm. */
export function pullRangeMm(byMm: number, amount: EyeAmount): readonly [leastMm: number, mostMm: number] {
  const [least, most] = EYE_RANGES_MM[amount];
  return [(byMm * least) / EYE_AMOUNTS_MM[amount], (byMm * most) / EYE_AMOUNTS_MM[amount]];
}

/** Half-widths of both bows, with what lies slack in each knot. In mm. */
export interface BothBows {
  readonly front: BowState;
  readonly back: BowState;
}

/**
 * The bow that an eye describes. A piece that reaches `amount` too far against the other piece of its bow takes that cloth from there: a loop
 * is two layers, so it is longer by a third of the amount and its flat end shorter by two thirds. A fat knot holds as much cloth. Findings
 * that only turn or move the whole bow, and matters of taste, change neither.
 * @param wanted the bow as it should be, nothing slack.
 */
export function bowsByEye(wanted: BothBows, findings: ReadonlySet<EyeFinding>, amount: EyeAmount): BothBows {
  const mm = EYE_AMOUNTS_MM[amount];
  const bow = (end: 'front' | 'back'): BowState => {
    const { loopMm, flatEndMm } = wanted[end];
    const longer = (findings.has(`${end}Loop`) ? 1 : 0) - (findings.has(`${end}FlatEnd`) ? 1 : 0);
    const slackMm = findings.has('fatKnot') ? mm / 2 : 0;
    return {
      loopMm: Math.max(1, loopMm + (longer * mm) / 3 - slackMm / 2),
      flatEndMm: Math.max(1, flatEndMm - (longer * 2 * mm) / 3),
      slackMm,
    };
  };
  return { front: bow('front'), back: bow('back') };
}

/** One thing to do, with the bow that it starts from: a pull at one of the bows, or something that is done to the whole. */
export type EyeStep =
  | { readonly kind: 'pull'; readonly end: 'front' | 'back'; readonly pull: Pull }
  | {
      readonly kind: 'whole';
      readonly finding: Exclude<EyeFinding, 'frontLoop' | 'frontFlatEnd' | 'backLoop' | 'backFlatEnd' | 'fatKnot'>;
    };

/** What is done to the whole before any pull, and what after it. */
const FIRST: readonly EyeFinding[] = ['gap'];
const LAST: readonly EyeFinding[] = ['offCentre', 'tilted', 'droops', 'turnsUp', 'noDimple', 'tooEven', 'frontWider', 'backWider'];

/** What to do about what an eye sees, in its order: flat ends first, then loops, then the whole. */
export function stepsByEye(wanted: BothBows, findings: ReadonlySet<EyeFinding>, amount: EyeAmount): readonly EyeStep[] {
  const seen = bowsByEye(wanted, findings, amount);
  const pulls = (['front', 'back'] as const).flatMap((end) =>
    planPulls(seen[end], wanted[end]).pulls.map((pull): EyeStep => ({ kind: 'pull', end, pull })),
  );
  const isFlat = (step: EyeStep): boolean =>
    step.kind === 'pull' && (step.pull.kind === 'drawFlatEnd' || step.pull.kind === 'drawTailSide');
  const whole = (order: readonly EyeFinding[]): readonly EyeStep[] =>
    order.flatMap((finding) => (findings.has(finding) ? [{ kind: 'whole', finding } as EyeStep] : []));
  return [...whole(FIRST), ...pulls.filter(isFlat), ...pulls.filter((step) => !isFlat(step)), ...whole(LAST)];
}
