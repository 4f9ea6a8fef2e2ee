import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Pocket } from './Pocket.tsx';
import { pocketKey } from './pocketKey.ts';

const root = document.getElementById('root');
if (!root) throw new Error('the page has no place for the coach');
// another code that is scanned while this page is open
window.addEventListener('hashchange', () => window.location.reload());
createRoot(root).render(
  <StrictMode>
    <Pocket linkKey={pocketKey()} />
  </StrictMode>,
);
// what is nice to have comes once the first picture is there, or there is none to wait for
const began = Date.now();
const rest = (): void => {
  if (document.querySelector('.stage canvas') === null && Date.now() - began < 6_000) {
    setTimeout(rest, 100);
    return;
  }
  void import('./fonts.ts');
  if (import.meta.env.PROD) void import('./newer.ts').then(({ watchForNewer }) => watchForNewer());
};
setTimeout(rest, 100);
