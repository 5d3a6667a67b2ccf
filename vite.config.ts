import vue from '@vitejs/plugin-vue';
import { gzipSync } from 'node:zlib';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import vuetify from 'vite-plugin-vuetify';
import { templateWords } from './scripts/words/template';

/** First-load budget of the start page, in gzipped bytes of script. */
const SCRIPT_BUDGET = 200_000;

/** Prints the gzipped script the start page loads at once, and fails the build over the budget. */
function firstLoad(): Plugin {
  return {
    name: 'first-load',
    apply: 'build',
    generateBundle(_, bundle) {
      const seen = new Set<string>();
      const visit = (name: string): void => {
        const chunk = bundle[name];
        if (!chunk || chunk.type !== 'chunk' || seen.has(name)) return;
        seen.add(name);
        chunk.imports.forEach(visit);
      };
      const gzipped = (name: string): number => {
        const chunk = bundle[name];
        return chunk.type === 'chunk' ? gzipSync(chunk.code).length : 0;
      };
      const told = (bytes: number): string => `${(bytes / 1000).toFixed(0)} kB`;
      for (const [name, chunk] of Object.entries(bundle)) {
        if (chunk.type !== 'chunk') continue;
        // The page itself is loaded by the entry as soon as its language is.
        if (chunk.isEntry || chunk.facadeModuleId?.endsWith('/src/web/app.ts')) visit(name);
        const language = /\/languages\/(\w+)\/index\.ts$/.exec(chunk.facadeModuleId ?? '')?.[1];
        if (language)
          this.info(`words of “${language}”: ${told(gzipped(name))} gzipped, loaded where it is spoken`);
      }
      const bytes = [...seen].reduce((sum, name) => sum + gzipped(name), 0);
      this.info(
        `first load: ${told(bytes)} of gzipped script in ${seen.size} files (budget ${told(SCRIPT_BUDGET)})`,
      );
      if (bytes > SCRIPT_BUDGET) this.error('the start page loads more script than its budget');
    },
  };
}

/** Every file of the application is kept by the browser on the first visit: stages open without the server. */
const keepsItself = VitePWA({
  manifest: {
    id: '/',
    name: 'Idle Furrow',
    short_name: 'Idle Furrow',
    description: 'Plan drip irrigation for vegetable beds, build it, and read its gauges through the season.',
    lang: 'en',
    start_url: '/',
    scope: '/',
    display: 'standalone',
    background_color: '#f6f3ea',
    theme_color: '#22302a',
    categories: ['productivity', 'utilities'],
    icons: [
      { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
      { src: '/icon-edge-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
      { src: '/mark.svg', sizes: 'any', type: 'image/svg+xml' },
    ],
  },
  injectRegister: false,
  workbox: {
    globPatterns: ['**/*.{js,css,html,svg,png,webmanifest,woff,woff2,ttf,wasm,json}'],
    maximumFileSizeToCacheInBytes: 5_000_000,
    navigateFallback: '/index.html',
    navigateFallbackDenylist: [/^\/station\//, /^\/health/, /^\/field\//],
  },
});

export default defineConfig({
  plugins: [
    vue({ template: { compilerOptions: { nodeTransforms: [templateWords] } } }),
    vuetify({ autoImport: true }),
    keepsItself,
    firstLoad(),
  ],
  worker: { format: 'es' },
  server: {
    headers: {
      'Cross-Origin-Opener-Policy': 'same-origin',
      'Cross-Origin-Embedder-Policy': 'require-corp',
    },
  },
  build: { outDir: 'dist/web', target: 'es2022' },
});
