import { sideBySide, timesOf } from './sideBySide.mjs';

test('the ratio is that of the medians, and both are measured by turns', async () => {
  /** @type {string[]} */
  const order = [];
  const ours = [3, 300, 2, 4, 3];
  const result = await sideBySide(
    () => (order.push('ours'), ours[order.length / 2 - 0.5] ?? Number.NaN),
    () => (order.push('bare'), 2),
  );
  expect(result).toEqual({ whole: 3, bare: 2, ratio: 1.5 });
  expect(order.slice(0, 4)).toEqual(['ours', 'bare', 'ours', 'bare']);
  expect(order).toHaveLength(10);
});

test('times are taken one after another', async () => {
  let running = 0;
  const times = await timesOf(3, async () => {
    running += 1;
    expect(running).toBe(1);
    await new Promise((resolve) => setTimeout(resolve, 5));
    running -= 1;
  });
  expect(times).toHaveLength(3);
  expect(Math.min(...times)).toBeGreaterThan(3);
});
