import Box from '@mui/material/Box';
import LinearProgress from '@mui/material/LinearProgress';
import { lazy, Suspense, useEffect, useState } from 'react';
import { NavLink, Outlet, useNavigate, useNavigation } from 'react-router';
import { COLOURS, FIGURES } from '../theme.ts';
import { Choice } from './Choice.tsx';
import { NothingKept } from './NothingKept.tsx';
import { TapeProvider } from './tape/TapeProvider.tsx';
import { listenForShortcuts, useShortcuts } from './shortcuts/shortcuts.ts';
import { useUnits } from './UnitProvider.tsx';

const ROOMS = [
  { to: '/', name: 'Bench' },
  { to: '/wearers', name: 'Wearers' },
  { to: '/drawer', name: 'Drawer' },
  { to: '/coach', name: 'Coach' },
  { to: '/balance', name: 'Balance' },
  { to: '/ledger', name: 'Ledger' },
  { to: '/shop', name: 'Shop' },
] as const;

const ShortcutHelp = lazy(async () => ({ default: (await import('./shortcuts/ShortcutHelp.tsx')).ShortcutHelp }));

/** The frame of every room: its name, the rooms, the unit. */
export function Shell() {
  const { unit, setUnit } = useUnits();
  const isLoading = useNavigation().state === 'loading';
  const navigate = useNavigate();
  const [isHelpOpen, setHelpOpen] = useState(false);
  useEffect(() => listenForShortcuts(), []);
  useShortcuts('Everywhere', [
    { key: '?', says: 'these keys', run: () => setHelpOpen((now) => !now) },
    ...ROOMS.map(({ to, name }) => ({ key: name.charAt(0), says: `to the ${name}`, run: () => void navigate(to) })),
  ]);
  return (
    <TapeProvider>
      <Box
        component="header"
        sx={{
          display: 'flex',
          alignItems: 'center',
          gap: { xs: 1.5, md: 4 },
          px: { xs: 2, md: 2.5 },
          height: 52,
          borderBottom: `1px solid ${COLOURS.rule}`,
        }}
      >
        <Box sx={{ fontFamily: FIGURES, fontSize: '1.3rem', fontWeight: 600, whiteSpace: 'nowrap' }}>Easy Tuck</Box>
        <Box component="nav" aria-label="Rooms" sx={{ display: 'flex', gap: 0.5, flex: 1 }}>
          {ROOMS.map(({ to, name }) => (
            <Box
              key={to}
              component={NavLink}
              to={to}
              end={to === '/'}
              sx={{
                px: { xs: 1, md: 1.5 },
                lineHeight: '51px',
                color: 'text.primary',
                textDecoration: 'none',
                borderBottom: '3px solid transparent',
                height: 52,
                '&.active': { borderBottomColor: COLOURS.short, fontWeight: 600 },
                '&:hover': { backgroundColor: COLOURS.card },
              }}
            >
              {name}
            </Box>
          ))}
        </Box>
        <Choice
          label="Lengths in"
          hideLabel
          value={unit}
          onChange={setUnit}
          options={[
            { value: 'in', text: 'inches' },
            { value: 'cm', text: 'cm' },
          ]}
          small
        />
      </Box>
      <NothingKept />
      {isLoading && <LinearProgress aria-label="Loading the room" sx={{ position: 'absolute', insetInline: 0, height: 2 }} />}
      <Outlet />
      {isHelpOpen && (
        <Suspense fallback={null}>
          <ShortcutHelp onClose={() => setHelpOpen(false)} />
        </Suspense>
      )}
    </TapeProvider>
  );
}
