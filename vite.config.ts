import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/** The interface is built into dist/web, which the server serves; in development the API is proxied to it. */
export default defineConfig({
  root: 'web',
  plugins: [react()],
  build: { outDir: '../dist/web', emptyOutDir: true, manifest: true, target: 'es2022' },
  server: { port: 8421, proxy: { '/api': 'http://127.0.0.1:8420', '/.well-known': 'http://127.0.0.1:8420' } },
});
