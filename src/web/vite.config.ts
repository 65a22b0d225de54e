import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

const outDir = '../Wrenlet.Server/wwwroot';

export default defineConfig({
  // The server says in the page where it lies.
  base: './',
  plugins: [react(), tailwindcss()],
  build: {
    outDir,
    emptyOutDir: true,
    target: 'es2022',
    assetsInlineLimit: 0,
    // Every browser that runs these scripts loads them ahead by itself.
    modulePreload: { polyfill: false },
    // A text comes with the script that shows it, not with all texts of its feature.
    rolldownOptions: {
      optimization: { inlineConst: { mode: 'all', pass: 2 } },
      // What most pages need and is very small comes in one: each script has its own head to send.
      output: {
        codeSplitting: {
          groups: [
            { name: 'small', test: /icons\/(chevron-up|chevron-down|plus|table)\.mjs|src\/ui\/(useNarrow|words)\.ts/ },
          ],
        },
      },
    },
  },
  // A test fails for what it sees, not for a slow machine: these limits only end what hangs.
  test: { testTimeout: 60_000, hookTimeout: 60_000, setupFiles: 'src/app/setup.testing.ts' },
  server: { proxy: { '/api': 'http://127.0.0.1:5080', '/live': { target: 'ws://127.0.0.1:5080', ws: true } } },
});
