/*
 * Who may import whom. `npm run lint` holds every file against it, types included: imports run one way, in the orders below, and
 * nothing runs in a circle. Tests (*.test.ts) and what only they use (*.testing.ts) may look anywhere.
 */

/** Layers of the core, lowest first: each may import itself and those before it. */
const CORE = ['language', 'words', 'units', 'hydraulics', 'ground', 'soil', 'catalog', 'plan', 'layout', 'network', 'switching', 'scene', 'farm', 'works', 'working', 'sets', 'changes', 'check', 'remedy', 'choose', 'sketches', 'season', 'formats', 'print'];
/** Folders of the page, lowest first. `page` is what a page stands on: frames, languages, the offline store, stages by name. */
const WEB = ['theme', 'glyphs', 'storage', 'page', 'stores', 'parts', 'walk', 'sheet', 'assembly', 'weigh', 'under', 'stages', 'shell', 'start'];
/** Within the two folders of the core that are made of several parts, lowest first. */
const INSIDE = { plan: ['model', 'rules', 'file'], season: ['diagnosis', 'book', 'practice'] };
const STAGES = ['water', 'ground', 'beds', 'pipework', 'check', 'sets', 'build', 'season'];

const TESTS = '\\.(test|testing)\\.ts$';
const any = (names) => `(${names.join('|')})`;
const upwards = (folder, layers) =>
  layers.slice(0, -1).map((layer, i) => ({
    name: `${folder}/${layer} looks down only`,
    severity: 'error',
    from: { path: `^src/${folder}/${layer}/`, pathNot: TESTS },
    to: { path: `^src/${folder}/${any(layers.slice(i + 1))}/` },
  }));

module.exports = {
  forbidden: [
    { name: 'no circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'every file has its layer',
      severity: 'error',
      from: {},
      to: { path: '^src/(core|web)/[^/]+/', pathNot: [`^src/core/${any(CORE)}/`, `^src/web/${any(WEB)}/`] },
    },
    {
      name: 'the core knows nothing outside it',
      severity: 'error',
      from: { path: '^src/core/', pathNot: TESTS },
      to: { path: '^(src/(web|worker|server|cli|languages)|e2e|bench|trials|fuzz)/' },
    },
    {
      name: 'the core has no interface, server or clock of the machine',
      severity: 'error',
      from: { path: '^src/core/', pathNot: TESTS },
      to: { path: 'node_modules/(vue|pinia|vuetify|express|localforage|@vueuse|d3)/', dependencyTypesNot: ['type-only'] },
    },
    { name: 'the core does not need Node', severity: 'error', from: { path: '^src/core/', pathNot: TESTS }, to: { dependencyTypes: ['core'] } },
    ...upwards('core', CORE),
    ...Object.entries(INSIDE).flatMap(([folder, parts]) => upwards(`core/${folder}`, parts)),
    ...upwards('web', WEB),
    { name: 'workers know no page', severity: 'error', from: { path: '^src/worker/' }, to: { path: '^src/(web|server|cli)/' } },
    { name: 'server and shell know no page', severity: 'error', from: { path: '^src/(server|cli)/' }, to: { path: '^src/web/' } },
    ...STAGES.map((stage) => ({
      name: `the stage ${stage} imports no other stage`,
      severity: 'error',
      from: { path: `^src/web/stages/${stage}/` },
      to: { path: `^src/web/stages/${any(STAGES.filter((s) => s !== stage))}/` },
    })),
  ],
  options: { tsPreCompilationDeps: true, doNotFollow: { path: 'node_modules' }, tsConfig: { fileName: 'tsconfig.json' } },
};
