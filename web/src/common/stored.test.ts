import { isSomethingRefused, readStored, storedKeys, subscribeToRefusals, writeStored } from './stored.ts';

const asText = (value: unknown): string | null => (typeof value === 'string' ? value : null);

/** A browser's store; one that is full or private refuses. */
function useStore(refuses: boolean): Map<string, string> {
  const kept = new Map<string, string>();
  const refuse = (): never => {
    throw new DOMException('refused', 'QuotaExceededError');
  };
  const store = {
    getItem: (key: string) => (refuses ? refuse() : (kept.get(key) ?? null)),
    setItem: (key: string, text: string) => (refuses ? refuse() : kept.set(key, text)),
    removeItem: (key: string) => (refuses ? refuse() : kept.delete(key)),
    key: (i: number) => [...kept.keys()][i] ?? null,
    get length() {
      return kept.size;
    },
  };
  Object.defineProperty(globalThis, 'localStorage', { value: store, configurable: true });
  return kept;
}

describe('what is kept in the browser', () => {
  it('is read back as it was', () => {
    useStore(false);
    writeStored('a', 'half typed');
    expect(readStored('a', asText, '')).toBe('half typed');
    expect(readStored('b', asText, 'nothing yet')).toBe('nothing yet');
  });

  it('is left aside where it no longer fits or cannot be read', () => {
    const kept = useStore(false);
    writeStored('a', 5);
    expect(readStored('a', asText, 'new')).toBe('new');
    kept.set('a', '{"cut off');
    expect(readStored('a', asText, 'new')).toBe('new');
  });

  it('is found by how its key begins, and forgotten', () => {
    useStore(false);
    writeStored('draft.a', 1);
    writeStored('draft.b', 2);
    writeStored('other', 3);
    expect([...storedKeys('draft.')].sort()).toEqual(['draft.a', 'draft.b']);
    writeStored('draft.a', null);
    expect(storedKeys('draft.')).toEqual(['draft.b']);
  });

  it('is held and told of where the browser refuses, until it takes it or it is forgotten', () => {
    const told: boolean[] = [];
    const stop = subscribeToRefusals(() => told.push(isSomethingRefused()));
    useStore(true);
    expect(() => writeStored('refused', 'x')).not.toThrow();
    writeStored('refused', 'xy');
    expect(readStored('refused', asText, 'new')).toBe('xy');
    expect(storedKeys('ref')).toEqual(['refused']);
    const kept = useStore(false);
    writeStored('refused', 'xyz');
    expect(kept.get('refused')).toBe('"xyz"');
    expect(told).toEqual([true, false]);
    useStore(true);
    writeStored('refused', 'again');
    writeStored('refused', null);
    expect([isSomethingRefused(), readStored('refused', asText, 'new')]).toEqual([false, 'new']);
    // a tab's sign of life is nothing that anybody typed
    writeStored('easytuck.alive.tab', 5);
    expect([isSomethingRefused(), told.length]).toEqual([false, 4]);
    stop();
  });
});
