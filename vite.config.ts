import babel from '@rolldown/plugin-babel';
import react, { reactCompilerPreset } from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

/**
 * The interface is built into dist/web, which the server serves; in development the API is proxied to it. React's
 * compiler keeps what a key press does not change: on a slow tablet that is most of a screen.
 */
export default defineConfig({
  root: 'web',
  plugins: [react(), babel({ presets: [reactCompilerPreset()] })],
  build: { outDir: '../dist/web', emptyOutDir: true, manifest: true, target: 'es2022' },
  server: { port: 8421, proxy: { '/api': 'http://127.0.0.1:8420', '/.well-known': 'http://127.0.0.1:8420' } },
});
