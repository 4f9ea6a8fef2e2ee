import Alert from '@mui/material/Alert';
import { useEffect, useSyncExternalStore } from 'react';
import { isSomethingRefused, subscribeToRefusals } from './stored.ts';

/** Told where the browser does not keep what is typed: it has no room left, or was set not to. Leaving is then asked about. */
export function NothingKept() {
  const isRefused = useSyncExternalStore(subscribeToRefusals, isSomethingRefused);
  useEffect(() => {
    if (!isRefused) return undefined;
    const ask = (event: BeforeUnloadEvent): void => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [isRefused]);
  if (!isRefused) return null;
  return (
    <Alert severity="warning" sx={{ borderRadius: 0 }}>
      This browser is not keeping what you type: it has no room left, or was told not to. Save before you reload or close this page.
    </Alert>
  );
}
