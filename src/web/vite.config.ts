import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const outDir = '../Wrenlet.Server/wwwroot';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    outDir,
    emptyOutDir: true,
    target: 'es2022',
    assetsInlineLimit: 0,
    // A text comes with the script that shows it, not with all texts of its feature.
    rolldownOptions: { optimization: { inlineConst: { mode: 'all', pass: 2 } } },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:5080', '/live': { target: 'ws://127.0.0.1:5080', ws: true } } },
});
