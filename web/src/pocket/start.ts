import { PALETTE } from '@easytuck/contract';
import './pocket.css';

for (const [name, colour] of Object.entries(PALETTE)) document.documentElement.style.setProperty(`--${name}`, colour);

// On a slow network whatever comes beside it holds up what is looked at first: the program follows once that is there.
const { easytuckEarly } = window;
void Promise.race([
  easytuckEarly?.kept === false ? easytuckEarly.answer.then((response) => response.clone().text()).catch(() => '') : '',
  new Promise((resolve) => setTimeout(resolve, 4_000)),
]).then(() => import('./main.tsx'));
