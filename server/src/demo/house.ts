import { DEFAULT_SHOP, type CollarInput, type ShopSettingsInput } from '@easytuck/contract';
import { TYPICAL_COLLARS } from '@easytuck/core';

/** The house's habits. The name is invented. */
export const demoShop: ShopSettingsInput = { ...DEFAULT_SHOP, name: 'Larkin Quay Outfitters', staff: ['Hester', 'Osric', 'Prudence'] };

const { turndown, spread, point, buttonDown, wing } = TYPICAL_COLLARS;

/** Collars of the shirts the house sells. */
export const demoCollars: readonly CollarInput[] = [
  { name: 'House turndown', style: 'turndown', pointsMm: turndown.pointsMm, standMm: turndown.standMm, leafMm: turndown.leafMm },
  { name: 'Wide spread', style: 'spread', pointsMm: spread.pointsMm, standMm: spread.standMm, leafMm: spread.leafMm },
  { name: 'Narrow point', style: 'point', pointsMm: point.pointsMm, standMm: point.standMm, leafMm: point.leafMm },
  {
    name: 'Oxford button-down',
    style: 'buttonDown',
    pointsMm: buttonDown.pointsMm,
    standMm: buttonDown.standMm,
    leafMm: buttonDown.leafMm,
  },
  { name: 'Dress wing', style: 'wing', pointsMm: wing.pointsMm, standMm: wing.standMm, leafMm: wing.leafMm },
  { name: 'Band shirt, small turndown', style: 'turndown', pointsMm: 118, standMm: 33, leafMm: 66 },
];
