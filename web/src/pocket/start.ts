import { DARK_PALETTE, PALETTE } from '@easytuck/contract';
import './pocket.css';

const isDark = window.matchMedia('(prefers-color-scheme: dark)');
const paint = (): void => {
  for (const [name, colour] of Object.entries(isDark.matches ? DARK_PALETTE : PALETTE))
    document.documentElement.style.setProperty(`--${name}`, colour);
};
paint();
isDark.addEventListener('change', paint);

// On a slow network whatever comes beside it holds up what is looked at first: the program follows once that is there.
const { easytuckEarly } = window;
const answered = easytuckEarly?.kept === false ? easytuckEarly.answer.then(readEarly).catch(() => undefined) : undefined;
void Promise.race([answered, new Promise((resolve) => setTimeout(resolve, 4_000))]).then(() => import('./main.tsx'));

/** Puts what was answered where the program finds it at once: what is shown by then stays, without a moment of waiting between. */
async function readEarly(response: Response): Promise<void> {
  const body: unknown = await response.clone().json();
  if (response.ok && window.easytuckEarly !== undefined) window.easytuckEarly = { ...window.easytuckEarly, body };
}
