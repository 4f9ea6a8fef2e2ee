import { expect, type Page } from '@playwright/test';
import { randomUUID } from 'node:crypto';

export const OWNER = { name: 'Maud Perrin', password: 'four lamps by the harbour' };
export const FITTER = { name: 'Bram Ilves', password: 'blue ladders after supper' };
export const READER = { name: 'Odile Trask', password: 'nine parcels for the vicar' };

export const signIn = async (page: Page, { name, password }: typeof OWNER): Promise<void> => {
  await page.getByRole('textbox', { name: 'Your name here' }).fill(name);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('heading', { name: /^Sign in/ })).toHaveCount(0);
};

/** Sets the three people up, where nobody is. */
export async function setUpByHand(address: string): Promise<void> {
  const send = (method: string, path: string, body?: object, headers: Record<string, string> = {}): Promise<Response> =>
    fetch(address + path, {
      method,
      headers: { 'content-type': 'application/json', ...headers },
      ...(body ? { body: JSON.stringify(body) } : {}),
    });
  const { state } = (await (await send('GET', '/api/session')).json()) as { state: string };
  if (state !== 'open') return;
  const answer = await send('POST', '/api/people/first', { id: randomUUID(), ...OWNER });
  const { token } = (await answer.json()) as { token: string };
  const headers = { cookie: (answer.headers.get('set-cookie') ?? '').split(';')[0] ?? '', 'x-easytuck-token': token };
  for (const [person, role] of [
    [FITTER, 'fitter'],
    [READER, 'reader'],
  ] as const)
    await send('POST', '/api/people', { id: randomUUID(), ...person, role }, headers);
}
