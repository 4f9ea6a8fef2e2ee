import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { lockFolder, waitForFolder } from './folderLock.mjs';

describe('a folder', () => {
  const folder = mkdtempSync(join(tmpdir(), 'tuck-lock-'));

  it('is taken by one at a time, by whatever name it is called, and let go', async () => {
    const release = await lockFolder(folder);
    expect(release).not.toBeNull();
    symlinkSync(folder, `${folder}-also`);
    expect([await lockFolder(folder), await lockFolder(`${folder}-also`)]).toEqual([null, null]);
    const waiting = waitForFolder(folder);
    release?.();
    (await waiting)();
    const other = await lockFolder(join(folder, 'made', 'by', 'this'));
    expect(other).not.toBeNull();
    other?.();
  });

  it('is free again at once when its holder is killed', async () => {
    const holder = spawn(
      process.execPath,
      [
        '-e',
        `import('${new URL('./folderLock.mjs', import.meta.url).href}').then(async (m) => { await m.lockFolder(${JSON.stringify(folder)}); console.log('held'); setInterval(() => {}, 1000); })`,
      ],
      { stdio: ['ignore', 'pipe', 'inherit'] },
    );
    await once(holder.stdout, 'data');
    expect(await lockFolder(folder)).toBeNull();
    holder.kill('SIGKILL');
    await once(holder, 'exit');
    const release = await waitForFolder(folder);
    release();
  });
});
