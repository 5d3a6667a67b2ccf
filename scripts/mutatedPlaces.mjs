/** Folders that are broken to see whether their tests notice, by the names that are asked for. */
export const PLACES = {
  ...Object.fromEntries(
    ['soil', 'farm', 'works', 'working', 'sets', 'check', 'remedy', 'network', 'season', 'print', 'changes', 'formats', 'layout', 'catalog'].map((name) => [name, `src/core/${name}`]),
  ),
  worker: 'src/worker',
  stores: 'src/web/stores',
  storage: 'src/web/storage',
};
