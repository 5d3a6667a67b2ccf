import { defineConfig } from 'vite';

/** Bundles the fuzz trials as the application would run. */
export default defineConfig({
  build: { ssr: 'fuzz/fuzz.ts', outDir: 'dist/fuzz', target: 'node20', minify: false },
});
