import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Otherwise } from './Otherwise.tsx';
import { Pocket } from './Pocket.tsx';
import { pocketKey } from './pocketKey.ts';

const STOPPED = (
  <div className="face" role="alert">
    <h1>This page stopped working</h1>
    <p>What you logged is kept.</p>
    <button type="button" onClick={() => window.location.reload()}>
      Load it again
    </button>
  </div>
);
const root = document.getElementById('root');
if (!root) throw new Error('the page has no place for the coach');
// another code that is scanned while this page is open
window.addEventListener('hashchange', () => window.location.reload());
createRoot(root).render(
  <StrictMode>
    <Otherwise show={STOPPED}>
      <Pocket linkKey={pocketKey()} />
    </Otherwise>
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
