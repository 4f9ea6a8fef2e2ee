/** Writes down whose packages the program is made of, and under which licences: THIRD-PARTY-NOTICES.md. */
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureNodePackages } from './lib/nodePackages.mjs';
import { licenceOf, noticesOf, shippedPackages } from './lib/notices.mjs';
import { ROOT } from './lib/paths.mjs';
import { runMain } from './lib/run.mjs';

runMain(async () => {
  await ensureNodePackages();
  const lock = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8'));
  const packages = shippedPackages(lock)
    .filter((path) => existsSync(join(ROOT, path, 'package.json')))
    .map((path) => {
      const about = JSON.parse(readFileSync(join(ROOT, path, 'package.json'), 'utf8'));
      const file = readdirSync(join(ROOT, path)).find((name) => /^licen[cs]e(\.(md|txt))?$/i.test(name));
      const text = file
        ? readFileSync(join(ROOT, path, file), 'utf8')
            .replace(/\r\n/g, '\n')
            .trim()
        : '';
      return { name: String(about.name), version: String(about.version), licence: licenceOf(about), text };
    });
  writeFileSync(join(ROOT, 'THIRD-PARTY-NOTICES.md'), noticesOf(packages));
  console.log(`${packages.length} packages are written down in THIRD-PARTY-NOTICES.md.`);
});
