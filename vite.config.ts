import vue from '@vitejs/plugin-vue';
import { gzipSync } from 'node:zlib';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import vuetify from 'vite-plugin-vuetify';

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
      for (const [name, chunk] of Object.entries(bundle))
        if (chunk.type === 'chunk' && chunk.isEntry) visit(name);
      let bytes = 0;
      for (const name of seen) {
        const chunk = bundle[name];
        if (chunk.type === 'chunk') bytes += gzipSync(chunk.code).length;
      }
      this.info(
        `first load: ${(bytes / 1000).toFixed(0)} kB of gzipped script in ${seen.size} files (budget ${SCRIPT_BUDGET / 1000} kB)`,
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
  plugins: [vue(), vuetify({ autoImport: true }), keepsItself, firstLoad()],
  worker: { format: 'es' },
  server: {
    headers: {
      'Cross-Origin-Opener-Policy': 'same-origin',
      'Cross-Origin-Embedder-Policy': 'require-corp',
    },
  },
  build: { outDir: 'dist/web', target: 'es2022' },
});
