import { defineConfig } from 'vite';

/** Every program of the server, and the thread beside it; each is where its source is, in dist/. */
const PROGRAMS = [
  'server/main',
  'server/audit',
  'server/new-keys',
  'server/backup',
  'server/restore',
  'server/work/tasks',
  'server/benchmarks/main',
  'server/benchmarks/open-pglite',
  'demo/main',
];

/**
 * The server is built into few files, with the packages that it uses: reading a thousand small ones was a third of its
 * start. Left outside is what brings files of its own that it looks for beside itself, or is only now and then needed.
 */
export default defineConfig({
  ssr: {
    noExternal: true,
    external: ['@electric-sql/pglite', 'pdfkit', 'pg', 'piscina', 'sharp'],
  },
  build: {
    ssr: true,
    outDir: 'dist',
    emptyOutDir: false,
    copyPublicDir: false,
    target: 'node20',
    minify: false,
    sourcemap: true,
    rollupOptions: {
      input: Object.fromEntries(PROGRAMS.map((name) => [name, `${name}.ts`])),
      output: { entryFileNames: '[name].js', chunkFileNames: 'server/parts/[name]-[hash].js' },
    },
  },
});
