import { readStored, writeStored } from '../common/stored.ts';

const KEY = 'easytuck.pocket.key';

/** The key that the address brings, or that was kept from the last time. A new one takes the old one's place. */
export function pocketKey(): string {
  const brought = window.location.hash.slice(1);
  if (brought !== '') {
    writeStored(KEY, brought);
    return brought;
  }
  return readStored(KEY, (value) => (typeof value === 'string' ? value : null), '');
}
