import { brotliCompressSync, constants } from 'node:zlib';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

const outDir = '../Wrenlet.Server/wwwroot';

/** Lays a compressed copy beside each script and style, so that the server never compresses them itself. */
const compressed = (): Plugin => ({
  name: 'compressed-copies',
  apply: 'build',
  closeBundle() {
    const assets = join(import.meta.dirname, outDir, 'assets');
    for (const name of readdirSync(assets).filter((n) => /\.(js|css)$/.test(n))) {
      const params = { [constants.BROTLI_PARAM_QUALITY]: 11 };
      writeFileSync(join(assets, `${name}.br`), brotliCompressSync(readFileSync(join(assets, name)), { params }));
    }
  },
});

export default defineConfig({
  plugins: [react(), tailwindcss(), compressed()],
  build: { outDir, emptyOutDir: true, target: 'es2022', assetsInlineLimit: 0 },
  server: { proxy: { '/api': 'http://127.0.0.1:5080', '/live': { target: 'ws://127.0.0.1:5080', ws: true } } },
});
