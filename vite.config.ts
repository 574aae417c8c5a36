import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  root: 'web',
  plugins: [react(), tailwindcss()],
  // the server stands on the same table: parts are fetched when they are asked for, and nothing is spent on hints
  build: {
    outDir: '../dist',
    emptyOutDir: true,
    target: 'es2022',
    modulePreload: false,
    chunkSizeWarningLimit: 1200,
  },
  worker: { format: 'es' },
  server: { port: 4870, proxy: { '/api': 'http://127.0.0.1:4871' } },
});
