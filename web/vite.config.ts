import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** What every component of MUI stands on: in one piece it packs better than in a dozen small ones. */
const MUI_BASE =
  /node_modules\/(@mui\/(utils|system|styled-engine|private-theming)|@emotion|@mui\/material\/(styles|utils|SvgIcon|Paper|internal))/;

export default defineConfig({
  plugins: [react()],
  build: {
    target: 'es2022',
    sourcemap: false,
    chunkSizeWarningLimit: 1000,
    assetsInlineLimit: 0,
    rolldownOptions: { output: { codeSplitting: { groups: [{ name: 'look', test: MUI_BASE }] } } },
  },
  worker: { format: 'es' },
});
