import type { Fitting } from '@easytuck/contract';
import { settingAt } from '@easytuck/core';
import { settingWords, type SettingWords } from '../../common/words.ts';

/** Where the band was set, in words, from the tie as it was then. */
export function settingOfFitting(fitting: Fitting, length: (lengthMm: number) => string): SettingWords {
  return settingWords(settingAt(fitting.tie.hardware, fitting.step), length);
}
