import { wearer as wearerSchema, type Wearer } from '@easytuck/contract';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { mutate } from 'swr';
import { eraseWearer, useErasure } from '../../common/api/privacy.ts';
import { currentOf } from '../../common/api/request.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { fold } from '../../common/foldName.ts';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { forgetDraft } from '../../common/forms/tabDrafts.ts';
import { wearerDraft } from './wearerDraft.ts';
import { useSaving } from '../../common/forms/useSaving.ts';
import { notify } from '../../common/notices.tsx';
import { useMay, useNeedsPassword } from '../../common/session/sessionStore.ts';
import { NeedsPassword } from '../../common/session/NeedsPassword.tsx';
import { refreshWearers } from '../../common/api/wearers.ts';

/** What is held of somebody, and erasing it. */
export function Privacy({ wearer }: { wearer: Wearer }) {
  const may = useMay();
  const [isOpen, setOpen] = useState(false);
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5 }}>
        {may('wearers.tell') && (
          <Button variant="outlined" component={Link} to={`/wearers/${wearer.id}/held`}>
            All that is held
          </Button>
        )}
        {may('wearers.erase') && (
          <Button variant="outlined" color="error" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen ? 'Do not erase' : 'Erase for good …'}
          </Button>
        )}
      </Box>
      {isOpen && <Erase wearer={wearer} />}
    </Box>
  );
}

function Erase({ wearer }: { wearer: Wearer }) {
  const navigate = useNavigate();
  const needsPassword = useNeedsPassword('wearers.erase');
  const reading = useErasure(needsPassword ? null : wearer.id);
  const [typed, setTyped] = useState('');
  const { save, isBusy, failure } = useSaving(async () => {
    try {
      await eraseWearer(wearer);
    } catch (error) {
      const newer = currentOf(error, wearerSchema);
      if (newer) await mutate(`/api/wearers/${wearer.id}`, newer, { revalidate: false });
      throw error;
    }
    forgetDraft(wearerDraft(wearer.id));
    notify('The wearer is erased.');
    await navigate('/wearers');
    void refreshWearers();
  });
  if (needsPassword) return <NeedsPassword />;
  return (
    <Loaded reading={reading}>
      {({ records, measures, fittings, tyings, links }) => (
        <Alert severity="warning" sx={{ alignItems: 'start' }}>
          <b>What goes, and cannot be brought back:</b> the record{records > 1 && ` and ${records - 1} merged into it`}, {measures}{' '}
          measures, the name and measures in {fittings} fittings and their cards, remarks on {tyings} tyings, {links} links.
          <br />
          <b>What stays, without a name:</b> which tie was set how, and what each tying showed of the tie’s knot.
          <br />
          Backups made before today hold the record until they are dropped; a restore brings it back.
          <Box
            component="form"
            onSubmit={(event) => {
              event.preventDefault();
              void save();
            }}
            sx={{ display: 'grid', gap: 1.5, mt: 2 }}
          >
            <TextField
              label={`To erase, type the name: ${wearer.name}`}
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
              slotProps={{ htmlInput: { autoComplete: 'off' } }}
            />
            <NotSaved failure={failure} what="erased" kept="" />
            <Button
              type="submit"
              variant="contained"
              color="error"
              disabled={isBusy || fold(typed) !== fold(wearer.name)}
              sx={{ justifySelf: 'start' }}
            >
              Erase {wearer.name}
            </Button>
          </Box>
        </Alert>
      )}
    </Loaded>
  );
}
