import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { licenceOf, noticesOf, shippedPackages } from './notices.mjs';
import { ROOT } from './paths.mjs';

test('what only its makers need, and what is of the project itself, is not shipped', () => {
  const lock = {
    packages: {
      '': {},
      core: {},
      'node_modules/b': {},
      'node_modules/a': { dev: true },
      'node_modules/@own/core': { link: true },
      'web/node_modules/c': {},
    },
  };
  expect(shippedPackages(lock)).toEqual(['node_modules/b', 'web/node_modules/c']);
});

test.each([
  [{ license: 'MIT' }, 'MIT'],
  [{ license: { type: 'ISC' } }, 'ISC'],
  [{ licenses: [{ type: 'MIT' }, { type: 'Apache-2.0' }] }, 'MIT OR Apache-2.0'],
  [{}, 'not named'],
])('the licence of %j is %s', (about, licence) => expect(licenceOf(about)).toBe(licence));

test('a text that several share stands once, with all whose it is', () => {
  const written = noticesOf([
    { name: 'z', version: '1.0.0', licence: 'MIT', text: 'Do as you like.' },
    { name: 'a', version: '2.0.0', licence: 'MIT', text: 'Do as you like.' },
    { name: 'm', version: '1.0.0', licence: 'ISC', text: '' },
  ]);
  expect(written.match(/Do as you like\./g)).toHaveLength(1);
  expect(written).toContain('## a 2.0.0, z 1.0.0');
  expect(written.indexOf('- a 2.0.0')).toBeLessThan(written.indexOf('- m 1.0.0: ISC'));
});

test('the document that is kept names every package that is shipped now', () => {
  const lock = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8'));
  const kept = readFileSync(join(ROOT, 'THIRD-PARTY-NOTICES.md'), 'utf8');
  const missing = shippedPackages(lock).filter((path) => {
    const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
    // what is built for other machines is in the lock file, and not here
    return !lock.packages[path].optional && !kept.includes(`- ${name} ${lock.packages[path].version}:`);
  });
  expect(missing).toEqual([]);
});
