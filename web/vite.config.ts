import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** What every component of MUI stands on: in one piece it packs better than in a dozen small ones. */
const MUI_BASE =
  /node_modules\/(@mui\/(utils|system|styled-engine|private-theming)|@emotion|@mui\/material\/(styles|utils|SvgIcon|Paper|internal))/;

/** Where the API answers while the interface is worked on; requests are passed on as if its own page had asked. */
const api = process.env['EASYTUCK_API'];
const passedOn = api ? { target: api, changeOrigin: true, headers: { origin: api } } : undefined;

export default defineConfig({
  plugins: [react()],
  server: { strictPort: true, ...(passedOn ? { proxy: { '/api': passedOn, '/readyz': passedOn, '/healthz': passedOn } } : {}) },
  build: {
    target: 'es2022',
    sourcemap: false,
    chunkSizeWarningLimit: 1000,
    assetsInlineLimit: 0,
    rolldownOptions: { output: { codeSplitting: { groups: [{ name: 'look', test: MUI_BASE }] } } },
  },
  worker: { format: 'es' },
});
