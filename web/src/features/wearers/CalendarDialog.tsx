import type { MadeCalendarSubscription } from '@easytuck/contract';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { endCalendarSubscription, subscribeCalendar, useCalendarSubscriptions } from '../../common/api/calendars.ts';
import { copyText } from '../../common/copyText.ts';
import { dayWords } from '../../common/dueWords.ts';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { QUIET, QUIET_ASIDE, RULED_LINE, RULED_LIST } from '../../common/looks.ts';
import { May } from '../../common/session/May.tsx';
import { SIZE } from '../../theme.ts';

/** The days that ties are for, in a calendar program: once as a file, or kept up to date by an address. */
export function CalendarDialog({ onClose }: { onClose: () => void }) {
  const subscriptions = useCalendarSubscriptions().data ?? [];
  const [made, setMade] = useState<MadeCalendarSubscription | null>(null);
  // the same asking sent again, after its answer was lost, is one subscription
  const [nextId, setNextId] = useState(() => uuid());
  const making = useSaving(async () => {
    setMade(await subscribeCalendar(nextId));
    setNextId(uuid());
  });
  const ending = useSaving(async (id: string) => {
    await endCalendarSubscription(id);
    if (made?.subscription.id === id) setMade(null);
  });
  return (
    <Dialog open onClose={onClose} aria-labelledby="calendar-title" transitionDuration={0} maxWidth="sm" fullWidth>
      <DialogTitle id="calendar-title">Calendar of what is due</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1.5, justifyItems: 'start' }}>
        <Box sx={QUIET}>Each day that a tie is for, with a reminder three days before.</Box>
        <Button variant="outlined" component="a" href="/api/wearers/due.ics" download>
          Save as a file
        </Button>
        <May what="links.give">
          <Box sx={QUIET}>
            Or subscribe: a calendar program reads an address every few hours and stays up to date. Whoever has the address can read names,
            days and collar sizes.
          </Box>
          <Button variant="outlined" disabled={making.isBusy} onClick={() => void making.save()}>
            Make an address
          </Button>
          <NotSaved failure={making.failure ?? ending.failure} what="done" kept="" />
          {made && (
            <Box role="status" sx={{ display: 'grid', gap: 1, justifyItems: 'start', minWidth: 0 }}>
              <Box sx={{ fontSize: SIZE.clear, overflowWrap: 'anywhere' }}>{made.address}</Box>
              <Box sx={QUIET_ASIDE}>It is shown here and now, and kept nowhere: copy it into your calendar program.</Box>
              {!made.isReachable && (
                <Alert severity="info">
                  This address opens on this machine alone. How other devices reach the shop stands in docs/running.md.
                </Alert>
              )}
              <Button variant="contained" onClick={() => copyText(made.address, 'The address')}>
                Copy
              </Button>
            </Box>
          )}
          {subscriptions.length > 0 && (
            <Box component="ul" aria-label="Subscriptions" sx={{ ...RULED_LIST, width: '100%' }}>
              {subscriptions.map(({ id, madeAt, madeBy, readAt }, i) => (
                <Box component="li" key={id} sx={{ ...RULED_LINE, display: 'flex', alignItems: 'center', gap: 2 }}>
                  <Box sx={{ flex: 1 }}>
                    Made {dayWords(madeAt)}
                    {madeBy === '' ? '' : ` by ${madeBy}`}, {readAt === null ? 'not read yet' : `last read ${dayWords(readAt)}`}
                  </Box>
                  <Button size="small" aria-label={`End subscription ${i + 1}`} onClick={() => void ending.save(id)}>
                    End
                  </Button>
                </Box>
              ))}
            </Box>
          )}
        </May>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
