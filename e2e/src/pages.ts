import type { Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import type { Shop } from './shop.ts';

/** Every page of the shop, opened with the demo's records as somebody finds it there. */
export interface WalkedPage {
  readonly name: string;
  readonly path: string;
  /** Opens what a page holds beside what it shows at first. */
  readonly open?: (page: Page) => Promise<void>;
}

const read = async <T>(shop: Shop, path: string): Promise<T> => (await (await fetch(shop.address + path)).json()) as T;

const giveCoach = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: /^Give/ }).click();
  await page.getByRole('button', { name: 'Copy' }).waitFor();
};

const beginTying = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'Start tying' }).click();
  await page.getByRole('region', { name: 'This step' }).waitFor();
};

/** The pocket coach of a fitting, by a link of its own. */
export async function pocketPath(shop: Shop, fittingId: string): Promise<string> {
  const answer = await fetch(`${shop.address}/api/links`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id: randomUUID(), fittingId }),
  });
  return `/pocket/#${((await answer.json()) as { key: string }).key}`;
}

/** What a link to a party opens: the lead’s, or a member’s. */
async function doorPath(shop: Shop, party: string, memberId: string | null): Promise<string> {
  const answer = await fetch(`${shop.address}/api/parties/${party}/links`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id: randomUUID(), memberId }),
  });
  return `/party#${((await answer.json()) as { key: string }).key}`;
}

/** Addresses of every page. */
export async function pagesOf(shop: Shop): Promise<readonly WalkedPage[]> {
  const { wearers } = await read<{ wearers: { id: string }[] }>(shop, '/api/wearers?q=ivo');
  const { lines } = await read<{ lines: { id: string }[] }>(shop, '/api/fittings/ledger');
  const { ties } = await read<{ ties: { id: string; name: string }[] }>(shop, '/api/ties');
  const pocket = await pocketPath(shop, lines[0]?.id ?? '');
  const [wearer, fitting] = [wearers[0]?.id ?? '', lines[0]?.id ?? ''];
  const { parties } = await read<{ parties: { id: string; name: string }[] }>(shop, '/api/parties');
  const party = parties.find(({ name }) => name.startsWith('Brass'))?.id ?? '';
  const { members } = await read<{ members: { id: string; name: string }[] }>(shop, `/api/parties/${party}`);
  const guest = members.find(({ name }) => name.startsWith('Petra'))?.id ?? '';
  const tie = ties.find(({ name }) => name.startsWith('Harbour'))?.id ?? '';
  return [
    { name: 'the empty bench', path: '/' },
    {
      name: 'a fitting on the bench, with more measures',
      path: `/?copy=${fitting}`,
      open: async (page) => page.getByRole('button', { name: /more measure/ }).click(),
    },
    {
      name: 'ties offered',
      path: `/?wearer=${wearer}`,
      open: async (page) => page.getByRole('button', { name: /^Tie/ }).click(),
    },
    { name: 'the parties', path: '/parties' },
    { name: 'a new party', path: '/parties?new=' },
    {
      name: 'a party’s people, one of them chosen',
      path: `/parties/${party}/people`,
      open: async (page) => page.getByRole('button', { name: /^Wilf/ }).click(),
    },
    ...['look', 'beforehand', 'day', 'party'].map((part) => ({ name: `a party: ${part}`, path: `/parties/${party}/${part}` })),
    { name: 'what the lead’s link opens', path: await doorPath(shop, party, null) },
    { name: 'what a member’s link opens', path: await doorPath(shop, party, guest) },
    { name: 'the wearers', path: '/wearers' },
    { name: 'a wearer', path: `/wearers/${wearer}` },
    { name: 'a new wearer', path: '/wearers/new' },
    { name: 'the drawer', path: '/drawer' },
    { name: 'a tie', path: `/drawer/${tie}` },
    { name: 'a new tie', path: '/drawer/new' },
    { name: 'a fitting as issued', path: `/fittings/${fitting}` },
    { name: 'the coach', path: `/coach?fitting=${fitting}&flat` },
    { name: 'the coach, what went wrong', path: `/coach?fitting=${fitting}&flat`, open: async (page) => page.keyboard.press('w') },
    { name: 'the coach, practice', path: `/coach?fitting=${fitting}&flat`, open: async (page) => page.keyboard.press('p') },
    { name: 'the balance desk', path: `/balance?fitting=${fitting}` },
    { name: 'whose bow is tied', path: '/balance' },
    { name: 'the ledger', path: '/ledger' },
    { name: 'import and export', path: '/exchange/wearers' },
    { name: 'the shop', path: '/shop' },
    { name: 'how it runs', path: '/shop/running' },
    { name: 'the tape', path: '/tape' },
    { name: 'what is held of a wearer', path: `/wearers/${wearer}/held` },
    { name: 'who works here', path: '/people' },
    { name: 'the coach that is given', path: `/fittings/${fitting}`, open: giveCoach },
    { name: 'the pocket coach, before', path: pocket },
    {
      name: 'the pocket coach, tying',
      path: pocket.replace('#', '?tying#'),
      open: beginTying,
    },
    {
      name: 'the pocket coach, mistakes',
      path: pocket.replace('#', '?mistakes#'),
      open: (page) => page.getByRole('button', { name: 'Mistakes' }).click(),
    },
    {
      name: 'the pocket coach, practice',
      path: pocket.replace('#', '?practice#'),
      open: (page) => page.getByRole('button', { name: 'Practice' }).click(),
    },
    { name: 'help', path: '/ledger', open: async (page) => page.keyboard.press('?') },
    { name: 'an address that leads nowhere', path: '/nothing' },
  ];
}

/** Opens a page and waits until nothing more is fetched and nothing says that it is waited for. */
export async function openPage(page: Page, shop: Shop, { path, open }: WalkedPage): Promise<void> {
  await page.goto(shop.address + path);
  await page.waitForFunction(() => {
    const main = document.querySelector('main');
    const waits = document.querySelector('[role="progressbar"], [data-waiting]') !== null;
    return main !== null && !waits && main.textContent.trim().length > 40;
  });
  await page.evaluate(() => document.fonts.ready);
  await open?.(page);
  // the drawing is laid out once the room it has is known
  await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
}
