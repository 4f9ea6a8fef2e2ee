import { jest } from '@jest/globals';
import type * as TabDrafts from './tabDrafts.ts';

/** A browser: one store that all its tabs share, and one that each tab has for itself. */
const shared = new Map<string, string>();
const storeOver = (kept: Map<string, string>) => ({
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, text: string) => void kept.set(key, text),
  removeItem: (key: string) => void kept.delete(key),
  key: (i: number) => [...kept.keys()][i] ?? null,
  get length() {
    return kept.size;
  },
});

interface Tab {
  readonly drafts: typeof TabDrafts;
  readonly leave: () => void;
  /** Somebody signs in; null: at a counter where nobody does. */
  readonly enter: (personId: string | null) => void;
}

/** Opens a page in a tab: its own session, which a reload hands on and a duplicate begins with. */
async function openTab(session = new Map<string, string>()): Promise<Tab> {
  const listeners = new Map<string, () => void>();
  Object.defineProperty(globalThis, 'localStorage', { value: storeOver(shared), configurable: true });
  Object.defineProperty(globalThis, 'sessionStorage', { value: storeOver(session), configurable: true });
  Object.defineProperty(globalThis, 'window', {
    value: { addEventListener: (name: string, listener: () => void) => listeners.set(name, listener) },
    configurable: true,
  });
  jest.resetModules();
  const drafts = (await import(`./tabDrafts.ts?${Math.random()}`)) as Tab['drafts'];
  drafts.tabName();
  const { setSession } = await import('../session/sessionStore.ts');
  const enter = (id: string | null): void =>
    setSession({
      ...{ state: id === null ? 'open' : 'in', by: null, token: null, endsAt: null, hands: [], shop: '' },
      person: id === null ? null : { id, name: id, role: 'fitter' },
    });
  return { drafts, leave: () => listeners.get('pagehide')?.(), enter };
}

const asText = (value: unknown): string | null => (typeof value === 'string' ? value : null);

beforeEach(() => {
  shared.clear();
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

describe('drafts of a tab', () => {
  it('are its own, and those of the tab beside it stay untouched', async () => {
    const [one, two] = [await openTab(), await openTab()];
    one.drafts.keepDraft('wearer.1', 'mine');
    expect(two.drafts.readDraft('wearer.1', asText)).toBeNull();
    two.drafts.keepDraft('wearer.1', 'theirs');
    expect([one.drafts.readDraft('wearer.1', asText), two.drafts.readDraft('wearer.1', asText)]).toEqual(['mine', 'theirs']);
    two.drafts.forgetDraft('wearer.1');
    expect(one.drafts.readDraft('wearer.1', asText)).toBe('mine');
  });

  it('survive a reload, and are not those of a duplicate of the tab', async () => {
    const session = new Map<string, string>();
    const before = await openTab(session);
    before.drafts.keepDraft('bench', 'typed');
    before.leave();
    const after = await openTab(session);
    expect(after.drafts.tabName()).toBe(before.drafts.tabName());
    expect(after.drafts.readDraft('bench', asText)).toBe('typed');
    const duplicate = await openTab(new Map(session));
    expect(duplicate.drafts.tabName()).not.toBe(after.drafts.tabName());
    expect(duplicate.drafts.readDraft('bench', asText)).toBeNull();
  });

  it('that a closed tab left behind are taken up once, the one with most typed first', async () => {
    for (const [text, weight] of [
      ['empty, but later', 0],
      ['typed', 1],
    ] as const) {
      const closed = await openTab();
      closed.drafts.keepDraft('bench', text, weight);
      closed.leave();
    }
    const next = await openTab();
    expect(next.drafts.readDraft('bench', asText)).toBe('typed');
    const beside = await openTab();
    expect(beside.drafts.readDraft('bench', asText)).toBe('empty, but later');
    expect((await openTab()).drafts.readDraft('bench', asText)).toBeNull();
  });

  it('of a browser that crashed are taken up once it is plain that the tab is gone', async () => {
    const crashed = await openTab();
    crashed.drafts.keepDraft('bench', 'typed');
    jest.clearAllTimers();
    expect((await openTab()).drafts.readDraft('bench', asText)).toBeNull();
    jest.setSystemTime(Date.now() + 91_000);
    expect((await openTab()).drafts.readDraft('bench', asText)).toBe('typed');
  });

  it('go along to another name, unless that has its own; and are let go after a month', async () => {
    const tab = await openTab();
    tab.drafts.keepDraft('wearer.old', 'typed');
    tab.drafts.moveDraft('wearer.old', 'wearer.new');
    expect([tab.drafts.readDraft('wearer.old', asText), tab.drafts.readDraft('wearer.new', asText)]).toEqual([null, 'typed']);
    tab.drafts.keepDraft('wearer.old', 'other');
    tab.drafts.moveDraft('wearer.old', 'wearer.new');
    expect(tab.drafts.readDraft('wearer.new', asText)).toBe('typed');
    tab.leave();
    jest.setSystemTime(Date.now() + 31 * 86_400_000);
    await openTab();
    expect([...shared.keys()].filter((key) => key.startsWith('easytuck.draft.'))).toEqual([]);
  });

  it('are their author’s: the next person gets none of them, deletes none of them, and the author gets them back', async () => {
    const tab = await openTab();
    tab.enter('maud');
    tab.drafts.keepDraft('wearer.1', 'of Maud');
    tab.drafts.keepDraft('bench', 'blank', 0);
    expect(tab.drafts.listOwnDrafts()).toEqual(['wearer.1']);
    tab.enter('bram');
    expect(tab.drafts.readDraft('wearer.1', asText)).toBeNull();
    expect(tab.drafts.listOwnDrafts()).toEqual([]);
    tab.drafts.keepDraft('wearer.1', 'of Bram');
    tab.drafts.deleteOwnDrafts();
    expect(tab.drafts.readDraft('wearer.1', asText)).toBeNull();
    tab.enter('maud');
    expect(tab.drafts.readDraft('wearer.1', asText)).toBe('of Maud');
  });

  it('of a counter where nobody signs in go to the first person who does', async () => {
    const tab = await openTab();
    tab.enter(null);
    tab.drafts.keepDraft('wearer.1', 'typed before');
    tab.drafts.adoptDrafts('maud');
    expect(tab.drafts.readDraft('wearer.1', asText)).toBeNull();
    tab.enter('maud');
    expect(tab.drafts.readDraft('wearer.1', asText)).toBe('typed before');
  });
});
