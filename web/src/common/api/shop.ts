import { DEFAULT_SHOP, shopSettings, type ShopSettings, type ShopSettingsInput } from '@easytuck/contract';
import useSWR, { mutate } from 'swr';
import type { Reading } from './reading.ts';
import { request } from './request.ts';

const KEY = '/api/shop';

/** The shop's settings. */
export function useShopReading(): Reading<ShopSettings> {
  return useSWR(KEY, (key: string) => request('GET', key, shopSettings));
}

const UNTIL_READ: ShopSettings = { ...DEFAULT_SHOP, version: 0 };

/** The shop's settings, or what a shop starts with until they are read. */
export function useShop(): ShopSettings {
  return useShopReading().data ?? UNTIL_READ;
}

/** Saves a change over the version it was based on. */
export async function changeShop(input: ShopSettingsInput & { version: number }): Promise<ShopSettings> {
  const saved = await request('PUT', KEY, shopSettings, input);
  await mutate(KEY, saved, { revalidate: false });
  return saved;
}
