import { loadDemo } from './loadDemo.ts';
import { openTestShop } from '../testing.ts';

describe('the demo scenario', () => {
  it('is loaded once, and never over what was entered since', async () => {
    const demo = await openTestShop({ onMigrated: loadDemo });
    const list = async (url: string, key: string): Promise<{ id: string; shape?: string; fibre?: string; hardware?: { kind: string } }[]> =>
      (await demo.app.inject(url)).json()[key];
    const ties = await list('/api/ties', 'ties');
    expect(ties.length).toBeGreaterThanOrEqual(14);
    expect(new Set(ties.map(({ shape }) => shape)).size).toBe(5);
    expect(new Set(ties.map(({ hardware }) => hardware?.kind)).size).toBe(4);
    const wearers = await list('/api/wearers', 'wearers');
    await loadDemo(demo.app.database);
    expect(await list('/api/wearers', 'wearers')).toHaveLength(wearers.length);
    await demo.close();
  });
});
