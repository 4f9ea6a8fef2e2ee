import { createBrowserRouter } from 'react-router';
import { ErrorFace } from './shared/faces/ErrorFace.tsx';
import { NoSuchPage } from './shared/faces/NoSuchPage.tsx';
import { Shell } from './shared/Shell.tsx';

/** Every room is loaded when it is entered. */
export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <ErrorFace />,
    HydrateFallback: () => null,
    children: [
      {
        index: true,
        lazy: async () => ({ Component: (await import('./features/bench/BenchPage.tsx')).BenchPage }),
        errorElement: <ErrorFace />,
      },
      {
        path: 'wearers',
        lazy: async () => ({ Component: (await import('./features/wearers/WearersPage.tsx')).WearersPage }),
        errorElement: <ErrorFace />,
      },
      {
        path: 'wearers/:id',
        lazy: async () => ({ Component: (await import('./features/wearers/WearerPage.tsx')).WearerPage }),
        errorElement: <ErrorFace />,
      },
      {
        path: 'drawer',
        lazy: async () => ({ Component: (await import('./features/drawer/DrawerPage.tsx')).DrawerPage }),
        errorElement: <ErrorFace />,
      },
      {
        path: 'drawer/:id',
        lazy: async () => ({ Component: (await import('./features/drawer/MeasureTiePage.tsx')).MeasureTiePage }),
        errorElement: <ErrorFace />,
      },
      {
        path: 'fittings/:id',
        lazy: async () => ({ Component: (await import('./features/fittings/FittingPage.tsx')).FittingPage }),
        errorElement: <ErrorFace />,
      },
      {
        path: 'balance',
        lazy: async () => ({ Component: (await import('./features/balance/BalancePage.tsx')).BalancePage }),
        errorElement: <ErrorFace />,
      },
      {
        path: 'coach',
        lazy: async () => ({ Component: (await import('./features/coach/CoachPage.tsx')).CoachPage }),
        errorElement: <ErrorFace />,
      },
      {
        path: 'ledger',
        lazy: async () => ({ Component: (await import('./features/ledger/LedgerPage.tsx')).LedgerPage }),
        errorElement: <ErrorFace />,
      },
      {
        path: 'exchange/:kind',
        lazy: async () => ({ Component: (await import('./features/exchange/ExchangePage.tsx')).ExchangePage }),
        errorElement: <ErrorFace />,
      },
      {
        path: 'shop',
        lazy: async () => ({ Component: (await import('./features/shop/ShopPage.tsx')).ShopPage }),
        errorElement: <ErrorFace />,
      },
      {
        path: 'tape',
        lazy: async () => ({ Component: (await import('./shared/tape/TapePanel.tsx')).TapePage }),
        errorElement: <ErrorFace />,
      },
      { path: '*', Component: NoSuchPage },
    ],
  },
]);
