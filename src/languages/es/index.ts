import type { Table } from '../load';
import build from './build.json';
import catalog from './catalog.json';
import commands from './commands.json';
import findings from './findings.json';
import plan from './plan.json';
import season from './season.json';
import sets from './sets.json';
import sheet from './sheet.json';
import sheets from './sheets.json';
import shell from './shell.json';
import sketches from './sketches.json';
import stageBeds from './stage-beds.json';
import stageBuild from './stage-build.json';
import stageCheck from './stage-check.json';
import stageGround from './stage-ground.json';
import stagePipework from './stage-pipework.json';
import stageSeason from './stage-season.json';
import stageSets from './stage-sets.json';
import stageWater from './stage-water.json';
import stores from './stores.json';
import terms from './terms.json';
import weigh from './weigh.json';
import workings from './workings.json';

/** Spanish in a grower's words, understood on both sides of the ocean; beds are “camas”, sets “turnos”, headers “secundarias”. */
export const table: Table = {
  locale: 'es',
  words: {
    ...build,
    ...catalog,
    ...commands,
    ...findings,
    ...plan,
    ...season,
    ...sets,
    ...sheet,
    ...sheets,
    ...shell,
    ...sketches,
    ...stageBeds,
    ...stageBuild,
    ...stageCheck,
    ...stageGround,
    ...stagePipework,
    ...stageSeason,
    ...stageSets,
    ...stageWater,
    ...stores,
    ...terms,
    ...weigh,
    ...workings,
  },
  finish: (text) =>
    text
      .replace(/\b([Dd])e el (?=[\p{Ll}\d])/gu, '$1el ')
      .replace(/(?<!\p{L})([Aa]) el (?=[\p{Ll}\d])/gu, '$1l '),
};
