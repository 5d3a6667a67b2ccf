import type { Finding } from '../../core/check';
import type { Plan } from '../../core/plan';
import type { Component } from 'vue';

/** A stage of the working order. */
export interface Stage {
  id: 'water' | 'beds' | 'pipework' | 'check';
  name: string;
  panel: () => Promise<Component>;
  /** Whether the grower has stated anything in it. */
  touched: (plan: Plan) => boolean;
  /** Findings that are mended in it. */
  owns: (finding: Finding) => boolean;
}

/** Stages in the order growers work. */
export const STAGES: readonly Stage[] = [
  {
    id: 'water',
    name: 'Water',
    panel: () => import('../stages/water/WaterPanel.vue'),
    touched: (plan) =>
      plan.sources.some((s) =>
        Object.keys(s).some((k) => !['id', 'kind', 'xM', 'yM', 'heightM'].includes(k)),
      ),
    owns: (f) => f.place.kind === 'source',
  },
  {
    id: 'beds',
    name: 'Beds',
    panel: () => import('../stages/beds/BedsPanel.vue'),
    touched: (plan) => Boolean(plan.blocks[0].beds || plan.blocks[0].tape || plan.blocks[0].ground),
    owns: (f) => f.place.kind === 'run' && f.code === 'run-too-long',
  },
  {
    id: 'pipework',
    name: 'Pipework',
    panel: () => import('../stages/pipework/PipeworkPanel.vue'),
    touched: (plan) =>
      Boolean(plan.head || plan.blocks[0].header || plan.blocks[0].main || plan.blocks[0].regulator),
    owns: (f) => ['main', 'regulator', 'header', 'block'].includes(f.place.kind),
  },
  {
    id: 'check',
    name: 'Check',
    panel: () => import('../stages/check/CheckPanel.vue'),
    touched: (plan) => STAGES.slice(0, 3).some((s) => s.touched(plan)),
    owns: () => true,
  },
];
