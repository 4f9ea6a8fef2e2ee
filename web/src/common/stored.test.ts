import { readStored, writeStored } from './stored.ts';

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

  it('is done without where the browser refuses', () => {
    useStore(true);
    expect(() => writeStored('a', 'x')).not.toThrow();
    expect(readStored('a', asText, 'new')).toBe('new');
  });
});
