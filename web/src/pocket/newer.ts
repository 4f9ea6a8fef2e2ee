/// <reference types="vite-plugin-pwa/client" />
import { registerSW } from 'virtual:pwa-register';
import { offer } from './offered.ts';

/** Keeps the program on this device, and offers a newer one where there is one. */
export function watchForNewer(): void {
  const take = registerSW({ onNeedRefresh: () => offer(() => void take(true)) });
}
