import { inletParts } from '../../network';
import { HEAD } from '../../plan';
import type { PartResult } from '../../network';
import type { OpenFarm } from '../types';

/** Each part that water flows through, in the head and at open blocks, with the place it stands in. */
export const partsOpen = ({ results }: OpenFarm): (PartResult & { place: string })[] => [
  ...results.head.map((p) => ({ ...p, place: HEAD })),
  ...results.blocks.flatMap((b) =>
    inletParts(results, b).map((p) => ({ ...p, place: b.built.layout.block.id })),
  ),
];
