import type { CollarCustom, Occasion } from '@easytuck/core';

/** What dress custom asks for on an occasion; empty where it says nothing. */
export const OCCASION_ADVICE: Readonly<Record<Occasion, string>> = {
  whiteTie: 'White cotton piqué, matching the shirt front.',
  blackTie: 'Black silk, satin or grosgrain, matching the lapel facing; tied by hand.',
  weddingParty: 'A matched set, each set to its wearer.',
  business: 'A smaller bow in cotton, linen or wool; pattern and shirt should not fight.',
  daytime: 'A smaller bow in cotton, linen or wool; pattern and shirt should not fight.',
  other: '',
};

/** What dress custom says of the collar. */
export const COLLAR_ADVICE: Readonly<Record<CollarCustom, string>> = {
  wingForWhiteTie: 'White tie is worn with a wing collar.',
  buttonDownInformal: 'A button-down is too informal for the evening.',
  wingsBehind: 'Wings behind the bow, as most have it.',
  wingsOver: 'Wings over the bow: the other school.',
  spreadCarriesWide: 'A spread collar carries a wider bow than a narrow point.',
  tuckSpareEnds: 'Button-down: tuck spare ends behind the collar.',
};
