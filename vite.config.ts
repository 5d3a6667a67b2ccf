import vue from '@vitejs/plugin-vue';
import { existsSync, readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import vuetify from 'vite-plugin-vuetify';
import { compressed } from './scripts/build/compressed.ts';
import { languageTables } from './scripts/build/languageTables.ts';
import { LICENCES, licences } from './scripts/build/licences.ts';
import { offlineStore, REST, WHEN_IDLE, WHEN_NEEDED } from './scripts/build/offlineStore.ts';
import { messagesIn } from './scripts/words/find';
import { templateWords } from './scripts/words/template';

/** Budgets of gzipped script: what the start page loads at once, and what a stage loads beside what every plan has. */
const SCRIPT_BUDGET = 200_000;
const STAGE_BUDGET = 120_000;

/**
 * Prints the gzipped script that the start page and each stage load, and fails the build over a budget, or where a language's
 * words of the start page lack one that it says.
 */
function loads(): Plugin {
  return {
    name: 'loads',
    apply: 'build',
    generateBundle(_, bundle) {
      /** A file and all that it imports at once. */
      const withImports = (name: string, seen = new Set<string>()): Set<string> => {
        const chunk = bundle[name];
        if (chunk?.type !== 'chunk' || seen.has(name)) return seen;
        seen.add(name);
        chunk.imports.forEach((i) => withImports(i, seen));
        return seen;
      };
      const gzipped = (name: string): number => {
        const chunk = bundle[name];
        return chunk.type === 'chunk' ? gzipSync(chunk.code).length : 0;
      };
      /** A language's whole table is a file of its own. */
      const tableOf = (language: string): number =>
        Object.values(bundle).reduce(
          (sum, file) =>
            file.type === 'asset' && file.names.includes(`words-${language}.json`)
              ? sum + gzipSync(file.source).length
              : sum,
          0,
        );
      const weigh = (names: Iterable<string>): number => [...names].reduce((sum, n) => sum + gzipped(n), 0);
      const told = (bytes: number): string => `${(bytes / 1000).toFixed(0)} kB`;
      const first = new Set<string>();
      const everyPlan = new Set<string>();
      const stages = new Map<string, string>();
      /** By language: its words for the start page, and all of them. */
      const languages: { id: string; start: boolean; name: string }[] = [];
      let makesMessages = '';
      for (const [name, chunk] of Object.entries(bundle)) {
        if (chunk.type !== 'chunk') continue;
        const file = chunk.facadeModuleId ?? '';
        // The page itself is loaded by the entry as soon as its language is.
        if (chunk.isEntry || file.endsWith('/src/web/app.ts')) withImports(name, first);
        if (file.endsWith('/PlanShell.vue')) withImports(name, everyPlan);
        const stage = /\/stages\/(\w+)\/\w+Panel\.vue$/.exec(file)?.[1];
        if (stage && chunk.isDynamicEntry) stages.set(stage, name);
        const language = /\/languages\/(\w+)\/(index|start)\.ts$/.exec(file);
        if (language) languages.push({ id: language[1], start: language[2] === 'start', name });
        if (/\/intl-messageformat\//.test(file)) makesMessages = name;
      }
      const bytes = weigh(first);
      this.info(
        `first load: ${told(bytes)} of gzipped script in ${first.size} files (budget ${told(SCRIPT_BUDGET)})`,
      );
      if (bytes > SCRIPT_BUDGET) this.error('the start page loads more script than its budget');
      const modules = new Set(
        [...first].flatMap((n) => {
          const chunk = bundle[n];
          return chunk.type === 'chunk' ? Object.keys(chunk.modules).map((m) => m.split('?')[0]) : [];
        }),
      );
      const says = [...modules]
        .filter((m) => /\/src\/.*\.(ts|vue)$/.test(m) && existsSync(m))
        .flatMap((m) => messagesIn(m).map((s) => s.key));
      for (const { id, start, name } of languages) {
        if (!start) {
          this.info(
            `words of “${id}”: ${told(tableOf(id))} gzipped more, before anything but the start page`,
          );
          continue;
        }
        const known = JSON.parse(readFileSync(`src/languages/${id}/start.json`, 'utf8')) as object;
        const lacking = says.filter((key) => !(key in known));
        if (lacking.length > 0)
          this.error(`src/languages/${id}/start.json lacks what the start page says: ${lacking.join(' | ')}`);
        const own = bytes + weigh(withImports(name)) + weigh(withImports(makesMessages));
        this.info(`first load in “${id}”: ${told(own)} (budget ${told(SCRIPT_BUDGET)})`);
        if (own > SCRIPT_BUDGET) this.error(`the start page in “${id}” loads more script than its budget`);
      }
      const own = [...stages].map(([stage, name]) => {
        const files = [...withImports(name)].filter((n) => !first.has(n) && !everyPlan.has(n));
        return { stage, bytes: weigh(files) };
      });
      this.info(
        `stages: ${own.map((s) => `${s.stage} ${told(s.bytes)}`).join(', ')} (budget ${told(STAGE_BUDGET)} each); every plan ${told(weigh([...everyPlan].filter((n) => !first.has(n))))}`,
      );
      for (const s of own)
        if (s.bytes > STAGE_BUDGET) this.error(`the stage ${s.stage} loads more script than its budget`);
    },
  };
}

const OUT_DIR = 'dist/web';

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
    globIgnores: [...WHEN_IDLE, ...WHEN_NEEDED].map((p) => `**/${p}`).concat(`**/${REST}`, `**/${LICENCES}`),
    // The rest: what the page fetched when it idled (web/page/offline.ts), or first needed.
    runtimeCaching: [
      { urlPattern: /\/assets\//, handler: 'CacheFirst', options: { cacheName: 'idle-furrow-rest' } },
    ],
    navigateFallback: '/index.html',
    navigateFallbackDenylist: [/^\/station\//, /^\/health/, /^\/field\//],
  },
});

export default defineConfig({
  plugins: [
    vue({ template: { compilerOptions: { nodeTransforms: [templateWords] } } }),
    vuetify({ autoImport: true }),
    languageTables(),
    keepsItself,
    loads(),
    licences(OUT_DIR),
    offlineStore(OUT_DIR),
    compressed(OUT_DIR),
  ],
  worker: { format: 'es', plugins: () => [languageTables()] },
  server: {
    headers: {
      'Cross-Origin-Opener-Policy': 'same-origin',
      'Cross-Origin-Embedder-Policy': 'require-corp',
    },
  },
  build: { outDir: OUT_DIR, target: 'es2022' },
});
