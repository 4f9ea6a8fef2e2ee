import react from '@vitejs/plugin-react';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const here = (path: string): string => fileURLToPath(new URL(path, import.meta.url));

/** What is shown first stands in the page itself: a file of its own would be one more way there and back. The server's policy names it by its sum. */
const firstInPage: Plugin = {
  name: 'first in page',
  transformIndexHtml: {
    order: 'pre',
    handler: (html) =>
      html.replace('<script src="/pocket/early.js"></script>', () => `<script>${readFileSync(here('pocket/early.js'), 'utf8')}</script>`),
  },
};

/**
 * The pocket coach, built by itself: a page of few parts that is kept on a telephone whole, and starts there without a network.
 */
export default defineConfig({
  root: here('pocket'),
  base: '/pocket/',
  publicDir: here('pocket/public'),
  plugins: [
    react(),
    firstInPage,
    VitePWA({
      scope: '/pocket/',
      injectRegister: null,
      // a newer one is offered, and taken when it is wanted
      registerType: 'prompt',
      manifest: {
        name: 'Bow tie coach',
        short_name: 'Coach',
        description: 'Your bow tie, set to your neck, step by step.',
        start_url: '/pocket/',
        scope: '/pocket/',
        display: 'standalone',
        background_color: '#f4efe4',
        theme_color: '#f4efe4',
        icons: [
          { src: 'icon-192.png', sizes: '192x192', type: 'image/png' },
          { src: 'icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'any maskable' },
          { src: 'icon.svg', sizes: 'any', type: 'image/svg+xml' },
        ],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,png}', '**/*-latin-*normal*.woff2'],
        navigateFallback: '/pocket/index.html',
        inlineWorkboxRuntime: true,
        cleanupOutdatedCaches: true,
      },
    }),
  ],
  build: { target: 'es2022', sourcemap: false, chunkSizeWarningLimit: 1000, assetsInlineLimit: 0 },
  worker: { format: 'es' },
});
