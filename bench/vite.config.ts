import { defineConfig } from 'vite';

/** Bundles the benchmark as it would run in production: no type stripping or name keeping while it is timed. */
export default defineConfig({
  build: { ssr: 'bench/bench.ts', outDir: 'dist/bench', target: 'node20', minify: false },
});
