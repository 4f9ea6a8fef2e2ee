import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fitOf, noteRelease, refuseNewerFolder, releaseOf, releaseOfFolder } from './databaseVersion.mjs';
import { SetupError } from './run.mjs';

describe('the release of a database', () => {
  it('is read off what MariaDB says of itself', () => {
    expect(releaseOf('mariadbd  Ver 10.11.19-MariaDB-0+deb12u1 for debian-linux-gnu on x86_64')).toEqual([10, 11]);
    expect(releaseOf('11.8.3-MariaDB\n')).toEqual([11, 8]);
    expect(releaseOf('no version at all')).toBeNull();
  });

  it('says what is to be done with records that another one wrote', () => {
    expect([fitOf(null, [10, 11]), fitOf([10, 11], [10, 11])]).toEqual(['open', 'open']);
    expect([fitOf([10, 5], [10, 11]), fitOf([10, 11], [11, 4])]).toEqual(['upgrade', 'upgrade']);
    expect([fitOf([10, 11], [10, 5]), fitOf([11, 4], [10, 11])]).toEqual(['refuse', 'refuse']);
  });

  it('is noted in the folder, and a newer one’s folder is refused in a sentence', () => {
    const folder = mkdtempSync(join(tmpdir(), 'tuck-version-'));
    expect(releaseOfFolder(folder)).toBeNull();
    mkdirSync(join(folder, 'data'));
    writeFileSync(join(folder, 'data', 'mysql_upgrade_info'), '10.5.29-MariaDB');
    expect(releaseOfFolder(folder)).toEqual([10, 5]);
    noteRelease(folder, [11, 8]);
    expect(releaseOfFolder(folder)).toEqual([11, 8]);
    expect(() => refuseNewerFolder(folder, [11, 8], [10, 11])).toThrow(SetupError);
    expect(() => refuseNewerFolder(folder, [11, 8], [10, 11])).toThrow(/last opened by MariaDB 11\.8; the one on this machine is 10\.11/);
    expect(() => refuseNewerFolder(folder, [10, 11], [11, 8])).not.toThrow();
  });
});
