import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import { COLOURS, FIGURES } from '../../theme.ts';
import { keyNames, useListedShortcuts } from './shortcuts.ts';

/** All keys that work just now, room by room. */
export function ShortcutHelp({ onClose }: { onClose: () => void }) {
  const groups = useListedShortcuts();
  const rooms = [...new Set(groups.map(({ room }) => room))].sort((a, b) => Number(a === 'Everywhere') - Number(b === 'Everywhere'));
  return (
    <Dialog open onClose={onClose} aria-labelledby="keys-title" transitionDuration={0} maxWidth="md">
      <Box sx={{ p: 3, backgroundColor: COLOURS.card }}>
        <Box id="keys-title" component="h2" sx={{ fontFamily: FIGURES, fontSize: '1.5rem', m: 0, mb: 2 }}>
          Keys
        </Box>
        <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' } }}>
          {rooms.map((room) => (
            <section key={room}>
              <Box component="h3" sx={{ m: 0, mb: 1, fontSize: '0.9375rem' }}>
                {room}
              </Box>
              <Box component="dl" sx={{ m: 0, display: 'grid', gridTemplateColumns: '96px 1fr', rowGap: 0.75 }}>
                {groups
                  .filter((group) => group.room === room)
                  .flatMap(({ shortcuts }) => shortcuts)
                  .map((shortcut) => (
                    <Box key={keyNames(shortcut)} sx={{ display: 'contents' }}>
                      <Box component="dt">
                        <Box
                          component="kbd"
                          sx={{
                            fontFamily: 'inherit',
                            px: 1,
                            border: `1px solid ${COLOURS.thread}`,
                            borderRadius: 1,
                            backgroundColor: COLOURS.paper,
                          }}
                        >
                          {keyNames(shortcut)}
                        </Box>
                      </Box>
                      <Box component="dd" sx={{ m: 0 }}>
                        {shortcut.says}
                      </Box>
                    </Box>
                  ))}
              </Box>
            </section>
          ))}
        </Box>
        <Box sx={{ mt: 2, color: 'text.secondary', fontSize: '0.875rem' }}>Esc leaves a field, so that single keys work again.</Box>
        <Button variant="outlined" onClick={onClose} sx={{ mt: 2 }}>
          Close
        </Button>
      </Box>
    </Dialog>
  );
}
