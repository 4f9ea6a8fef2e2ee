/** What can be seen to have gone wrong (common practice, no source). */
export const TYING_FAULTS = [
  'granny',
  'noPassage',
  'loopsOnOneSide',
  'halfThrough',
  'flatEndThrough',
  'leadTooLong',
  'leadTooShort',
  'twistedEnd',
  'setTooShort',
  'lumpyCrossing',
  'lowBow',
  'standsOff',
  'fatKnot',
  'uneven',
  'tilted',
  'creased',
  'loosened',
] as const;

export type TyingFault = (typeof TYING_FAULTS)[number];
