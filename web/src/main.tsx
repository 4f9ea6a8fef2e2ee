import '@fontsource-variable/inter/index.css';
import '@fontsource-variable/source-serif-4/index.css';
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router/dom';
import { SWRConfig } from 'swr';
import { router } from './router.tsx';
import { loadSession } from './common/api/session.ts';
import { isWorthRetrying } from './common/api/request.ts';
import { UnitProvider } from './common/UnitProvider.tsx';
import { COLOURS_KEY, theme } from './theme.ts';

const root = document.getElementById('root');
if (!root) throw new Error('the page has no place for the application');

// A part of the page that is no longer served: the shop's program was renewed while this page was open. What is typed is kept.
const RELOADED_KEY = 'easytuck.reloaded';
window.addEventListener('vite:preloadError', (event) => {
  const last = Number(sessionStorage.getItem(RELOADED_KEY) ?? 0);
  if (Date.now() - last < 30_000) return;
  sessionStorage.setItem(RELOADED_KEY, String(Date.now()));
  event.preventDefault();
  window.location.reload();
});

// what a link to a party opens asks nothing of the shop’s own: nobody there works here
const isGuestPage = window.location.pathname === '/party';
if (!isGuestPage) void loadSession();
const pages = <RouterProvider router={router} />;
createRoot(root).render(
  <StrictMode>
    <ThemeProvider theme={theme} defaultMode="system" modeStorageKey={COLOURS_KEY} disableTransitionOnChange noSsr>
      <CssBaseline enableColorScheme />
      <SWRConfig value={{ shouldRetryOnError: isWorthRetrying, errorRetryInterval: 1_500, errorRetryCount: 10_000, dedupingInterval: 500 }}>
        {isGuestPage ? pages : <UnitProvider>{pages}</UnitProvider>}
      </SWRConfig>
    </ThemeProvider>
  </StrictMode>,
);
