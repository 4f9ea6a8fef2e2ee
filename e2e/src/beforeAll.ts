import { rmSync } from 'node:fs';
import { E2E, stopShops } from './shop.ts';

/** Every run begins with shops of its own. */
export default async function beforeAll(): Promise<void> {
  await stopShops();
  rmSync(E2E, { recursive: true, force: true });
}
