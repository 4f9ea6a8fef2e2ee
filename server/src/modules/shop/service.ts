import type { ShopSettings, ShopSettingsData } from '@easytuck/contract';
import { requireReady, type Database } from '../../plugins/database.ts';
import { afterChange } from '../insertOnce.ts';
import { shopRepository } from './repository.ts';

/** What can be done with the shop's settings. */
export interface ShopService {
  readonly read: () => Promise<ShopSettings>;
  /** Saves over the version the change was based on; refused as `stale`, with what is there now, where that is gone. */
  readonly change: (version: number, data: ShopSettingsData) => Promise<ShopSettings>;
}

export function shopService(database: Database): ShopService {
  const repository = shopRepository(database);
  const read = async (): Promise<ShopSettings> => {
    requireReady(database);
    return repository.read();
  };
  return {
    read,
    change: async (version, data) => {
      requireReady(database);
      const saved = await repository.update(version, data);
      const current = await read();
      const { version: _version, ...stored } = current;
      return afterChange(current, saved, version, [stored, data]);
    },
  };
}
