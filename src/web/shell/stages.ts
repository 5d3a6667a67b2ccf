import type { Plan } from '../../core/plan';
import type { Component } from 'vue';
import { STAGE_NAMES, type StageId } from '../page/stageNames';

/** A stage of the working order. */
export interface Stage {
  id: StageId;
  name: string;
  panel: () => Promise<Component>;
  /** Whether the grower has stated anything in it. */
  touched: (plan: Plan) => boolean;
}

/** Stages in the order growers work. */
export const STAGES: readonly Stage[] = [
  {
    id: 'water',
    name: STAGE_NAMES.water,
    panel: () => import('../stages/water/WaterPanel.vue'),
    touched: (plan) =>
      plan.sources.some((s) =>
        Object.keys(s).some((k) => !['id', 'kind', 'xM', 'yM', 'heightM', 'name'].includes(k)),
      ),
  },
  {
    id: 'ground',
    name: STAGE_NAMES.ground,
    panel: () => import('../stages/ground/GroundPanel.vue'),
    touched: (plan) =>
      Boolean(
        plan.ground ||
        plan.obstacles ||
        plan.underlay ||
        plan.blocks.some((b) => b.outline || b.tunnel || b.ground),
      ),
  },
  {
    id: 'beds',
    name: STAGE_NAMES.beds,
    panel: () => import('../stages/beds/BedsPanel.vue'),
    touched: (plan) => plan.blocks.some((b) => b.beds || b.tape),
  },
  {
    id: 'pipework',
    name: STAGE_NAMES.pipework,
    panel: () => import('../stages/pipework/PipeworkPanel.vue'),
    touched: (plan) =>
      Boolean(plan.head || plan.tees || plan.blocks.some((b) => b.header || b.main || b.inlet)),
  },
  {
    id: 'check',
    name: STAGE_NAMES.check,
    panel: () => import('../stages/check/CheckPanel.vue'),
    touched: (plan) => STAGES.slice(0, 4).some((s) => s.touched(plan)),
  },
  {
    id: 'sets',
    name: STAGE_NAMES.sets,
    panel: () => import('../stages/sets/SetsPanel.vue'),
    touched: (plan) => plan.watering !== undefined,
  },
  {
    id: 'build',
    name: STAGE_NAMES.build,
    panel: () => import('../stages/build/BuildPanel.vue'),
    touched: (plan) => plan.build !== undefined,
  },
  {
    id: 'season',
    name: STAGE_NAMES.season,
    panel: () => import('../stages/season/SeasonPanel.vue'),
    // What happens in a season stands in its book, not in the plan.
    touched: () => false,
  },
];
