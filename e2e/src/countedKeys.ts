import type { Page } from '@playwright/test';

/** Keys as somebody presses them, counted. */
interface CountedKeys {
  readonly press: (...keys: string[]) => Promise<void>;
  readonly type: (text: string) => Promise<void>;
  readonly count: () => number;
}

export function countedKeys(page: Page): CountedKeys {
  let strokes = 0;
  const press = async (...keys: string[]): Promise<void> => {
    for (const key of keys) {
      strokes += 1;
      await page.keyboard.press(key);
    }
  };
  return { press, type: (text) => press(...Array.from(text)), count: () => strokes };
}
