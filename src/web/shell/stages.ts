import type { Finding, FindingCode } from '../../core/check';
import type { Plan } from '../../core/plan';
import type { Component } from 'vue';

/** A stage of the working order. */
export interface Stage {
  id: 'water' | 'ground' | 'beds' | 'pipework' | 'check' | 'sets';
  name: string;
  panel: () => Promise<Component>;
  /** Whether the grower has stated anything in it. */
  touched: (plan: Plan) => boolean;
  /** Findings that are mended in it. */
  owns: (finding: Finding) => boolean;
}

/** Findings that ask for a look; notes are only good to know. */
const weighs = (finding: Finding): boolean => finding.grade !== 'note' && !finding.follows;

/** Findings about what lies in the beds. */
const OF_BEDS: readonly FindingCode[] = [
  'run-too-long',
  'thin-line-long',
  'material-uneven',
  'material-water',
  'tape-curved',
  'tape-pecked',
  'wears-out',
  'runs-uphill',
  'beds-unlike',
  'spacing-wide',
  'strips-apart',
  'runs-few',
  'runs-many',
  'puddles',
];

/** Stages in the order growers work. */
export const STAGES: readonly Stage[] = [
  {
    id: 'water',
    name: 'Water',
    panel: () => import('../stages/water/WaterPanel.vue'),
    touched: (plan) =>
      plan.sources.some((s) =>
        Object.keys(s).some((k) => !['id', 'kind', 'xM', 'yM', 'heightM', 'name'].includes(k)),
      ),
    owns: (f) => weighs(f) && (f.place.kind === 'source' || f.place.kind === 'backup'),
  },
  {
    id: 'ground',
    name: 'Ground',
    panel: () => import('../stages/ground/GroundPanel.vue'),
    touched: (plan) =>
      Boolean(
        plan.ground ||
        plan.obstacles ||
        plan.underlay ||
        plan.blocks.some((b) => b.outline || b.tunnel || b.ground),
      ),
    owns: (f) => weighs(f) && f.code === 'lane-crossed',
  },
  {
    id: 'beds',
    name: 'Beds',
    panel: () => import('../stages/beds/BedsPanel.vue'),
    touched: (plan) => plan.blocks.some((b) => b.beds || b.tape),
    owns: (f) => weighs(f) && OF_BEDS.includes(f.code),
  },
  {
    id: 'pipework',
    name: 'Pipework',
    panel: () => import('../stages/pipework/PipeworkPanel.vue'),
    touched: (plan) =>
      Boolean(plan.head || plan.tees || plan.blocks.some((b) => b.header || b.main || b.inlet)),
    owns: (f) =>
      weighs(f) &&
      !OF_BEDS.includes(f.code) &&
      ['head', 'part', 'main', 'header', 'block'].includes(f.place.kind),
  },
  {
    id: 'check',
    name: 'Check',
    panel: () => import('../stages/check/CheckPanel.vue'),
    touched: (plan) => STAGES.slice(0, 4).some((s) => s.touched(plan)),
    owns: weighs,
  },
  {
    id: 'sets',
    name: 'Sets',
    panel: () => import('../stages/sets/SetsPanel.vue'),
    touched: (plan) => plan.watering !== undefined,
    // What is found of sets and timing is told by their own outlook.
    owns: () => false,
  },
];
