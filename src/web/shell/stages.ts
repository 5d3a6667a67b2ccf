import { msg } from '../../core/language';
import type { Plan } from '../../core/plan';
import type { Component } from 'vue';

/** A stage of the working order. */
export interface Stage {
  id: 'water' | 'ground' | 'beds' | 'pipework' | 'check' | 'sets' | 'build' | 'season';
  name: string;
  panel: () => Promise<Component>;
  /** Whether the grower has stated anything in it. */
  touched: (plan: Plan) => boolean;
}

/** Stages in the order growers work. */
export const STAGES: readonly Stage[] = [
  {
    id: 'water',
    name: msg`Water`,
    panel: () => import('../stages/water/WaterPanel.vue'),
    touched: (plan) =>
      plan.sources.some((s) =>
        Object.keys(s).some((k) => !['id', 'kind', 'xM', 'yM', 'heightM', 'name'].includes(k)),
      ),
  },
  {
    id: 'ground',
    name: msg`Ground`,
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
    name: msg`Beds`,
    panel: () => import('../stages/beds/BedsPanel.vue'),
    touched: (plan) => plan.blocks.some((b) => b.beds || b.tape),
  },
  {
    id: 'pipework',
    name: msg`Pipework`,
    panel: () => import('../stages/pipework/PipeworkPanel.vue'),
    touched: (plan) =>
      Boolean(plan.head || plan.tees || plan.blocks.some((b) => b.header || b.main || b.inlet)),
  },
  {
    id: 'check',
    name: msg`Check`,
    panel: () => import('../stages/check/CheckPanel.vue'),
    touched: (plan) => STAGES.slice(0, 4).some((s) => s.touched(plan)),
  },
  {
    id: 'sets',
    name: msg`Sets`,
    panel: () => import('../stages/sets/SetsPanel.vue'),
    touched: (plan) => plan.watering !== undefined,
  },
  {
    id: 'build',
    name: msg`Build`,
    panel: () => import('../stages/build/BuildPanel.vue'),
    touched: (plan) => plan.build !== undefined,
  },
  {
    id: 'season',
    name: msg`Season`,
    panel: () => import('../stages/season/SeasonPanel.vue'),
    // What happens in a season stands in its book, not in the plan.
    touched: () => false,
  },
];

export const stageName = (id: Stage['id']): string => STAGES.find((s) => s.id === id)!.name;
