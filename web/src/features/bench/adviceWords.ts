import type { CollarCustom, Occasion } from '@easytuck/core';

/** What dress custom asks for on an occasion; empty where it says nothing. */
export const OCCASION_ADVICE: Readonly<Record<Occasion, string>> = {
  whiteTie: 'White piqué of cotton, linen or silk, matching the shirt front.',
  blackTie: 'Black or midnight blue, matching the lapel facing; velvet with a velvet jacket; tied by hand.',
  weddingParty: 'A matched set, each tie set to its own wearer.',
  business: 'A smaller bow in cotton, linen or wool; pattern and shirt should not fight.',
  daytime: 'A smaller bow in cotton, linen or wool; pattern and shirt should not fight.',
  other: '',
};

/** What dress custom says of the collar. */
export const COLLAR_ADVICE: Readonly<Record<CollarCustom, string>> = {
  wingForWhiteTie: 'White tie is worn with a wing collar.',
  buttonDownInformal: 'A button-down is too informal for the evening.',
  wingsBehind: 'Wings behind the bow, as most wear it.',
  wingsOver: 'Wings over the bow, as some wear it.',
  spreadCarriesWide: 'A spread collar carries a wider bow than a narrow point collar.',
  tuckUnderLeaf:
    'On a button-down, undo the points first. At the end tuck the back bow’s wings under the leaf and button the points again.',
};
