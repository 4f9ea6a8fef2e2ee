import { jest } from '@jest/globals';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { buildOnce, stillUsed } from './builds.mjs';
import { ROOT } from './paths.mjs';

describe('a build', () => {
  const folder = mkdtempSync(join(tmpdir(), 'easytuck-builds-'));
  const [source, into] = [join(folder, 'source'), join(folder, 'builds')];
  mkdirSync(source);
  const write = (/** @type {string} */ text) => writeFileSync(join(source, 'a.ts'), text);
  const make = jest.fn(async (/** @type {string} */ to) => {
    mkdirSync(to);
    writeFileSync(join(to, 'made'), readFileSync(join(source, 'a.ts')));
  });
  const build = (made = make) => buildOnce({ into, sources: [relative(ROOT, source)], proof: 'made', make: made });

  beforeEach(() => {
    rmSync(into, { recursive: true, force: true });
    write('one');
    make.mockClear();
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('is made once for the same sources, and anew into another folder when they change', async () => {
    const first = await build();
    expect(await build()).toBe(first);
    expect(make).toHaveBeenCalledTimes(1);
    write('two');
    const second = await build();
    expect(second).not.toBe(first);
    expect([first, second].map((each) => readFileSync(join(each, 'made'), 'utf8'))).toEqual(['one', 'two']);
  });

  it('that fails leaves nothing that looks whole, and is made by the next try', async () => {
    const fails = jest.fn(async (/** @type {string} */ to) => {
      mkdirSync(to);
      throw new Error('a word too many');
    });
    await expect(build(fails)).rejects.toThrow('a word too many');
    expect(readdirSync(into)).toEqual([]);
    expect(existsSync(join(await build(), 'made'))).toBe(true);
  });

  it('counts as new while it is used, also where it has been removed by hand', async () => {
    const folder = await build();
    utimesSync(folder, 0, 0);
    stillUsed(folder);
    expect(Date.now() - statSync(folder).mtimeMs).toBeLessThan(60_000);
    rmSync(folder, { recursive: true });
    expect(() => stillUsed(folder)).not.toThrow();
  });

  it('that two starts make at once is one of theirs, and nothing is left of the other', async () => {
    const [one, other] = await Promise.all([build(), build()]);
    expect(one).toBe(other);
    expect(readdirSync(into)).toHaveLength(1);
  });
});
