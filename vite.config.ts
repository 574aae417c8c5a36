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

/**
 * The parts that the page begins with are named in it, so that they are fetched at once and not one after another as each names the
 * next: twenty-five times the way to the server and back, which a phone in the cellar waits for.
 */
const namedAtOnce = (): Plugin => ({
  name: 'named-at-once',
  apply: 'build',
  transformIndexHtml: {
    order: 'post',
    handler(_, { bundle = {}, chunk }) {
      const needed = new Set<string>();
      const walk = (name: string): void => {
        const part = bundle[name];
        if (needed.has(name) || part?.type !== 'chunk') return;
        needed.add(name);
        part.imports.forEach(walk);
      };
      chunk?.imports.forEach(walk);
      chunk?.dynamicImports.forEach(walk);
      return [...needed].map(name => ({
        tag: 'link',
        injectTo: 'head',
        attrs: { rel: 'modulepreload', crossorigin: true, href: `/${name}` },
      }));
    },
  },
});

export default defineConfig({
  root: 'web',
  plugins: [react(), tailwindcss(), pressed(), namedAtOnce()],
  // parts of other pages are fetched when they are asked for, without hints of what they need
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
