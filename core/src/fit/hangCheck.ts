/** How a draped strip hangs: starting values until they are calibrated by one observed good hang (common practice, no source). */
export const HANG = {
  /** Part of the neck path that the strip spends behind and beside the neck before it hangs, of each side. */
  pathRatio: 0.33,
  /** From the collar's fold, where it starts to hang, to the collar button. */
  buttonBelowMm: 25,
} as const;

/** Shirt buttons, measured down from the collar button: the first below it, and from one to the next. */
export interface ShirtButtons {
  readonly firstMm: number;
  readonly spacingMm: number;
}

/** Where buttons are where they were not measured (common practice, no source). */
export const TYPICAL_BUTTONS: ShirtButtons = { firstMm: 65, spacingMm: 90 };

/** Where the nose hangs before tying, and whether that is where a good set hangs it. */
export interface HangCheck {
  /** Drop of the nose below the collar button, in mm, the strip draped evenly. */
  readonly noseMm: number;
  /** Buttons above and below the nose, the collar button being the first; 0 where it hangs above that. */
  readonly between: readonly [upper: number, lower: number];
  /** Between the second and the third button, as the trade has it (common practice, no source). */
  readonly asTrade: boolean;
}

/**
 * Hang check before tying: with the strip draped evenly over the upturned collar the nose hangs
 * y = F/2 − φP − y₀ below the collar button, F being nose to nose and P the neck path.
 */
export function hangCheck(setMm: number, bladeMm: number, neckPathMm: number, buttons: ShirtButtons = TYPICAL_BUTTONS): HangCheck {
  const noseMm = (setMm - 2 * bladeMm) / 2 - HANG.pathRatio * neckPathMm - HANG.buttonBelowMm;
  const upper = noseMm < 0 ? 0 : noseMm < buttons.firstMm ? 1 : 2 + Math.floor((noseMm - buttons.firstMm) / buttons.spacingMm);
  return { noseMm, between: [upper, upper + 1], asTrade: upper === 2 };
}
