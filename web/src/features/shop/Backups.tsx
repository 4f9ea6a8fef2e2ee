import { OLD_BACKUP_H, type BackupStatus } from '@easytuck/contract';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import dayjs from 'dayjs';
import { makeBackup, useBackups, WHOLE_SHOP_ADDRESS } from '../../common/api/backups.ts';
import { dayWords } from '../../common/dueWords.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { ageWords, sizeWords } from './backupWords.ts';
import { May } from '../../common/session/May.tsx';

/** The last backup and its age, one at once, and the whole shop as a file to take away. */
export function Backups() {
  return <Loaded reading={useBackups()}>{(status) => <Known status={status} />}</Loaded>;
}

function Known({ status: { isKept, latest, elsewhere, count, failure: lastFailure, isBusy: isBusyThere } }: { status: BackupStatus }) {
  const { save, isBusy, failure } = useSaving(makeBackup);
  const isMaking = isBusy || isBusyThere;
  const ageH = latest === null ? null : dayjs().diff(latest.madeAt, 'hour');
  return (
    <>
      {!isKept && <p style={{ marginTop: 0 }}>This server was started without a folder for backups, so it makes none by itself.</p>}
      {isKept && latest !== null && (
        <p style={{ marginTop: 0 }}>
          The last one was made <b>{ageWords(ageH ?? 0)}</b> ({dayWords(latest.madeAt)}), {sizeWords(latest.bytes)}, and checked.{' '}
          {count === 1 ? 'It is the only one kept.' : `${count} are kept.`}
        </p>
      )}
      {elsewhere !== null && (
        <p style={{ marginTop: 0 }}>
          The latest of all was made by {elsewhere.machine}, <b>{ageWords(dayjs().diff(elsewhere.madeAt, 'hour'))}</b>, and lies there.
        </p>
      )}
      {isKept && latest === null && elsewhere === null && !isMaking && (
        <Alert severity="warning" sx={{ mb: 1.5 }}>
          There is no backup yet. The first is made automatically soon; or make it now.
        </Alert>
      )}
      {ageH !== null && ageH >= OLD_BACKUP_H && elsewhere === null && (
        <Alert severity="warning" sx={{ mb: 1.5 }}>
          This backup is old. One is made every night while the shop’s computer is on; make one now, and see that it stays on.
        </Alert>
      )}
      {lastFailure !== null && (
        <Alert severity="error" sx={{ mb: 1.5 }}>
          The last try failed. {lastFailure}
        </Alert>
      )}
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        {isKept && (
          <May what="backups.make">
            <Button variant="outlined" disabled={isMaking} onClick={() => void save()}>
              {isMaking ? 'Backing up…' : 'Back up now'}
            </Button>
          </May>
        )}
        <May what="shop.takeAway">
          <Button variant="outlined" component="a" href={WHOLE_SHOP_ADDRESS} download>
            Save the whole shop as a file
          </Button>
        </May>
      </Box>
      {lastFailure === null && <NotSaved failure={failure} what="backed up" kept="" sx={{ mt: 1.5 }} />}
    </>
  );
}
