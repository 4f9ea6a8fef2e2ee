import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { NavLink, Outlet, ScrollRestoration, useLocation, useNavigate, useNavigation } from 'react-router';
import { COLOURS, FIGURES, SIZE } from '../theme.ts';
import { Choice } from './Choice.tsx';
import type { Findable } from './find/findable.ts';
import { findWordAtHand, followPointer } from './help/wordAtHand.ts';
import { keepFocus } from './focusKeeper.ts';
import type { HelpPart } from './help/Help.tsx';
import { onTourStart } from './help/tourStart.ts';
import { useTour } from './help/useTour.ts';
import { Notices, undoLast } from './notices.tsx';
import { NothingKept } from './NothingKept.tsx';
import { SessionGate } from './session/SessionGate.tsx';
import { useMay, useStanding } from './session/sessionStore.ts';
import { TapeProvider } from './tape/TapeProvider.tsx';
import { listenForShortcuts, useShortcuts } from './shortcuts/shortcuts.ts';
import { useUnits, type ShopUnit } from './UnitProvider.tsx';

const ROOMS = [
  { to: '/', name: 'Bench', key: 'B' },
  { to: '/wearers', name: 'Wearers', key: 'W' },
  { to: '/drawer', name: 'Drawer', key: 'D' },
  { to: '/parties', name: 'Parties', key: 'P' },
  { to: '/coach', name: 'Coach', key: 'C' },
  { to: '/balance', name: 'Balance', key: 'E' },
  { to: '/ledger', name: 'Ledger', key: 'L' },
  { to: '/shop', name: 'Shop', key: 'S' },
] as const;

const pageAt = (to: string, name: string): Findable => ({ kind: 'page', name, about: '', to, fitAt: null });
const FOUND_PAGES = [...ROOMS.map(({ to, name }) => pageAt(to, name)), pageAt('/shop#colours', 'Colours: light or dark')];
/** What can be begun, and the right that it needs. */
const FOUND_BEGINNINGS = [
  { needs: 'wearers.change', page: pageAt('/wearers/new', 'New wearer') },
  { needs: 'ties.change', page: pageAt('/drawer/new', 'New tie') },
  { needs: 'parties.change', page: pageAt('/parties?new=', 'New party') },
] as const;

const PersonMenu = lazy(async () => ({ default: (await import('./session/PersonMenu.tsx')).PersonMenu }));
const FindAnything = lazy(async () => ({ default: (await import('./find/FindAnything.tsx')).FindAnything }));
const Help = lazy(async () => ({ default: (await import('./help/Help.tsx')).Help }));
const Tour = lazy(async () => ({ default: (await import('./help/Tour.tsx')).Tour }));

const HEADER_BUTTON = { minHeight: 36, minWidth: 0, px: { xs: 1.5, sm: 1, md: 1.5 } } as const;

/** The frame of every page: a link past it, the name, the pages, the unit, help, notices. */
export function Shell() {
  const { unit, setUnit } = useUnits();
  const { session } = useStanding();
  const isOut = session?.state === 'out' || session?.state === 'away';
  const isLoading = useNavigation().state === 'loading';
  const navigate = useNavigate();
  const [help, setHelp] = useState<HelpPart | null>(null);
  const [word, setWord] = useState('');
  const [isFinding, setFinding] = useState(false);
  const may = useMay();
  const tour = useTour();
  useEffect(() => listenForShortcuts(), []);
  useEffect(() => followPointer(), []);
  useEffect(() => keepFocus(() => document.getElementById('main')), []);
  useFocusOnChange();
  useEffect(() => onTourStart(tour.begin), [tour.begin]);
  const openHelp = (): void => {
    setWord('');
    setHelp('words');
  };
  const explainWord = (): void => {
    setWord(findWordAtHand());
    setHelp('words');
  };
  useShortcuts('Everywhere', [
    { key: 'z', mod: true, outsideFields: true, says: 'undo the last change', run: undoLast },
    ...(isOut
      ? []
      : [
          { key: '/', says: 'find anything', run: () => setFinding(true) },
          { key: 'k', mod: true, says: 'find anything, also from within a field', run: () => setFinding(true) },
        ]),
    { key: '?', says: 'help: these keys, words, the tour', run: () => setHelp((now) => (now === null ? 'keys' : null)) },
    { key: 'F1', says: 'help, also from within a field', run: () => (help === null ? explainWord() : setHelp(null)) },
    { key: 'F2', says: 'what the word under the cursor means, also from within a field', run: explainWord },
    ...ROOMS.map(({ to, name, key }) => ({ key, says: `to ${name}`, run: () => void navigate(to) })),
  ]);
  return (
    <TapeProvider>
      <Box
        component="a"
        href="#main"
        onClick={(event) => {
          event.preventDefault();
          document.getElementById('main')?.focus();
        }}
        sx={{
          position: 'absolute',
          left: 8,
          top: -60,
          zIndex: 1500,
          px: 2,
          py: 1.25,
          backgroundColor: COLOURS.card,
          border: `2px solid ${COLOURS.ink}`,
          '&:focus': { top: 6 },
        }}
      >
        Skip to the page
      </Box>
      <Box
        component="header"
        sx={{
          display: 'flex',
          alignItems: 'center',
          flexWrap: 'wrap',
          columnGap: { xs: 1.25, sm: 0.75, md: 3 },
          px: { xs: 2, sm: 1.5, md: 2.5 },
          minHeight: 52,
          borderBottom: `1px solid ${COLOURS.rule}`,
        }}
      >
        <Box sx={{ fontFamily: FIGURES, fontSize: SIZE.head, fontWeight: 600, whiteSpace: 'nowrap' }}>Easy Tuck</Box>
        <Box
          component="nav"
          aria-label="Pages"
          sx={{ display: { xs: 'none', sm: 'flex' }, flexWrap: 'wrap', columnGap: { xs: 0, md: 0.5 }, flex: '1 1 auto', minWidth: 0 }}
        >
          {(isOut ? [] : ROOMS).map(({ to, name }) => (
            <Box
              key={to}
              component={NavLink}
              to={to}
              end={to === '/'}
              sx={{
                px: { sm: '3px', md: 1.5 },
                fontSize: { xs: SIZE.note, sm: SIZE.plain, md: SIZE.text },
                lineHeight: { xs: '41px', sm: '51px' },
                color: 'text.primary',
                textDecoration: 'none',
                borderBottom: '3px solid transparent',
                height: { xs: 42, sm: 52 },
                '&.active': { borderBottomColor: COLOURS.short, fontWeight: 600 },
                '&:hover': { backgroundColor: COLOURS.card },
              }}
            >
              {name}
            </Box>
          ))}
        </Box>
        <Box sx={{ display: { xs: 'none', sm: 'block' } }}>
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
        {session?.person && (
          <Suspense fallback={null}>
            <PersonMenu />
          </Suspense>
        )}
        {!isOut && <PagesMenu unit={unit} onUnit={setUnit} onHelp={openHelp} />}
        {!isOut && (
          <Button variant="outlined" aria-haspopup="dialog" onClick={() => setFinding(true)} sx={HEADER_BUTTON}>
            Find
          </Button>
        )}
        <Button
          variant="outlined"
          aria-haspopup="dialog"
          onClick={openHelp}
          sx={{ ...HEADER_BUTTON, ...(isOut ? { ml: { xs: 'auto', sm: 0 } } : { display: { xs: 'none', sm: 'inline-flex' } }) }}
        >
          Help
        </Button>
      </Box>
      <NothingKept />
      {isLoading && <LinearProgress aria-label="Loading the page" sx={{ position: 'absolute', insetInline: 0, height: 2 }} />}
      <Box component="main" id="main" tabIndex={-1} sx={{ '&:focus': { outline: 'none' } }}>
        <SessionGate>
          <Outlet />
        </SessionGate>
      </Box>
      <Suspense fallback={null}>
        {isFinding && (
          <FindAnything
            pages={[...FOUND_PAGES, ...FOUND_BEGINNINGS.flatMap(({ needs, page }) => (may(needs) ? [page] : []))]}
            onClose={() => setFinding(false)}
          />
        )}
        {help !== null && (
          <Help
            part={help}
            word={word}
            onPart={setHelp}
            onClose={() => setHelp(null)}
            onTour={() => {
              setHelp(null);
              tour.begin();
            }}
          />
        )}
        {tour.step !== null && <Tour step={tour.step} onStep={tour.goTo} onEnd={tour.end} />}
      </Suspense>
      <ScrollRestoration />
      <Notices />
    </TapeProvider>
  );
}

/** On a telephone the pages, the unit and Help stand behind one button, so that the header stays one row. */
function PagesMenu({ unit, onUnit, onHelp }: { unit: ShopUnit; onUnit: (unit: ShopUnit) => void; onHelp: () => void }) {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [at, setAt] = useState<HTMLElement | null>(null);
  const close = (): void => setAt(null);
  return (
    <>
      <Button
        variant="outlined"
        aria-haspopup="menu"
        aria-expanded={at !== null}
        onClick={({ currentTarget }) => setAt(currentTarget)}
        sx={{ display: { xs: 'inline-flex', sm: 'none' }, minHeight: 36, px: 1.5, ml: 'auto' }}
      >
        Menu
      </Button>
      <Menu anchorEl={at} open={at !== null} onClose={close} transitionDuration={0}>
        {ROOMS.map(({ to, name }) => (
          <MenuItem
            key={to}
            selected={to === '/' ? pathname === '/' : pathname.startsWith(to)}
            onClick={() => {
              close();
              void navigate(to);
            }}
            sx={{ minHeight: 44, minWidth: '12rem' }}
          >
            {name}
          </MenuItem>
        ))}
        <MenuItem
          onClick={() => {
            close();
            onUnit(unit === 'in' ? 'cm' : 'in');
          }}
          sx={{ minHeight: 44, borderTop: `1px solid ${COLOURS.rule}` }}
        >
          {unit === 'in' ? 'Show lengths in cm' : 'Show lengths in inches'}
        </MenuItem>
        <MenuItem
          onClick={() => {
            close();
            onHelp();
          }}
          sx={{ minHeight: 44 }}
        >
          Help
        </MenuItem>
      </Menu>
    </>
  );
}

/** After a page is opened the focus is at its beginning, and a screen reader reads its heading. */
function useFocusOnChange(): void {
  const { pathname } = useLocation();
  const isFirst = useRef(true);
  useEffect(() => {
    if (isFirst.current) {
      isFirst.current = false;
      return;
    }
    const main = document.getElementById('main');
    // a page that puts the cursor somewhere itself keeps it
    if (main && !main.contains(document.activeElement)) main.focus({ preventScroll: true });
  }, [pathname]);
}
