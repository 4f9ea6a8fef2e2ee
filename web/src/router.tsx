import type { ComponentType } from 'react';
import { createBrowserRouter, type RouteObject } from 'react-router';
import { ErrorFace } from './common/faces/ErrorFace.tsx';
import { NoSuchPage } from './common/faces/NoSuchPage.tsx';
import { Shell } from './common/Shell.tsx';

/** A room at a path, loaded when it is entered. */
const room = (path: string, load: () => Promise<ComponentType>): RouteObject => ({
  ...(path === '' ? { index: true } : { path }),
  lazy: async () => ({ Component: await load() }),
  errorElement: <ErrorFace />,
});

/** Every room is loaded when it is entered. */
export const router = createBrowserRouter([
  // what a link to a party opens: nothing of the shop stands round it
  room('party', async () => (await import('./features/parties/guest/PartyGuestPage.tsx')).PartyGuestPage),
  {
    element: <Shell />,
    errorElement: <ErrorFace />,
    HydrateFallback: () => null,
    children: [
      room('', async () => (await import('./features/bench/BenchPage.tsx')).BenchPage),
      room('wearers', async () => (await import('./features/wearers/WearersPage.tsx')).WearersPage),
      room('wearers/:id', async () => (await import('./features/wearers/WearerPage.tsx')).WearerPage),
      room('drawer', async () => (await import('./features/drawer/DrawerPage.tsx')).DrawerPage),
      room('drawer/:id', async () => (await import('./features/drawer/MeasureTiePage.tsx')).MeasureTiePage),
      room('parties', async () => (await import('./features/parties/PartiesPage.tsx')).PartiesPage),
      room('parties/:id', async () => (await import('./features/parties/PartyPage.tsx')).PartyPage),
      room('parties/:id/:part', async () => (await import('./features/parties/PartyPage.tsx')).PartyPage),
      room('fittings/:id', async () => (await import('./features/fittings/FittingPage.tsx')).FittingPage),
      room('balance', async () => (await import('./features/balance/BalancePage.tsx')).BalancePage),
      room('coach', async () => (await import('./features/coach/CoachPage.tsx')).CoachPage),
      room('ledger', async () => (await import('./features/ledger/LedgerPage.tsx')).LedgerPage),
      room('exchange/:kind', async () => (await import('./features/exchange/ExchangePage.tsx')).ExchangePage),
      room('shop', async () => (await import('./features/shop/ShopPage.tsx')).ShopPage),
      room('shop/running', async () => (await import('./features/shop/RunningPage.tsx')).RunningPage),
      room('people', async () => (await import('./features/people/PeoplePage.tsx')).PeoplePage),
      room('people/deeds', async () => (await import('./features/people/DeedsPage.tsx')).DeedsPage),
      room('own', async () => (await import('./features/people/OwnPage.tsx')).OwnPage),
      room('wearers/:id/held', async () => (await import('./features/wearers/HeldPage.tsx')).HeldPage),
      room('tape', async () => (await import('./common/tape/TapePanel.tsx')).TapePage),
      { path: '*', Component: NoSuchPage },
    ],
  },
]);
