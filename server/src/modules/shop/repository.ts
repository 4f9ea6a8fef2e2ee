import { DEFAULT_SHOP, shopSettings, type ShopSettings, type ShopSettingsData } from '@easytuck/contract';
import type { Transaction } from 'sequelize';
import { readDocument, type ShopSettingsRow } from '../../database/models.ts';
import type { Database } from '../../plugins/database.ts';

const ONLY = 1;

/** Reads and writes the shop's settings; the only place that knows their columns. */
export interface ShopRepository {
  /** What the shop starts with, under version 1, where nothing was saved yet. */
  readonly read: (transaction?: Transaction) => Promise<ShopSettings>;
  /** @returns false where they no longer have this version. */
  readonly update: (version: number, data: ShopSettingsData) => Promise<boolean>;
}

export function shopRepository({ models }: Database): ShopRepository {
  const { shopSettings: table } = models;
  return {
    read: async (transaction) => {
      const row = (await table.findOne({
        where: { id: ONLY },
        raw: true,
        transaction: transaction ?? null,
      })) as unknown as ShopSettingsRow | null;
      return row === null
        ? { ...DEFAULT_SHOP, version: 1 }
        : shopSettings.parse({ ...DEFAULT_SHOP, ...(readDocument(row.settings) as object), version: row.version });
    },
    update: async (version, settings) => {
      await table.bulkCreate([{ id: ONLY, settings: DEFAULT_SHOP, version: 1 }], { ignoreDuplicates: true });
      const [changed] = await table.update({ settings, version: version + 1 }, { where: { id: ONLY, version } });
      return changed === 1;
    },
  };
}
