import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress } from 'node:zlib';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

/** Every part is pressed once, as small as can be, and not anew at each request: from the disk, as it was written at last. */
const pressed = (): Plugin => ({
  name: 'pressed',
  apply: 'build',
  async writeBundle({ dir = '' }, bundle) {
    const parts = Object.keys(bundle).filter(name => /\.(?:js|css)$/.test(name));
    await Promise.all(
      parts.map(async name => {
        const part = join(dir, name);
        await writeFile(`${part}.br`, await promisify(brotliCompress)(await readFile(part)));
      }),
    );
  },
});

export default defineConfig({
  root: 'web',
  plugins: [react(), tailwindcss(), pressed()],
  // the server stands on the same table: parts are fetched when they are asked for, and nothing is spent on hints
  build: {
    outDir: '../dist',
    emptyOutDir: true,
    target: 'es2022',
    modulePreload: false,
    chunkSizeWarningLimit: 1200,
  },
  worker: { format: 'es' },
  // `npm run dev` says where its own server listens
  server: { proxy: { '/api': process.env.ZEOLITE_API ?? 'http://127.0.0.1:4871' } },
});
