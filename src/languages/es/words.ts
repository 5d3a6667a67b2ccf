import { table as start } from './start';
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

/** All messages by their English. The build writes them into one file that the page and its workers fetch. */
export const words: Readonly<Record<string, string>> = {
  ...start.words,
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
};
