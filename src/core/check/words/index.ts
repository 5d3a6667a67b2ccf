import { HEAD, type FullPlan } from '../../plan';
import { format, type UnitChoice } from '../../units';
import type { Finding, FindingCode, Grade, Place } from '../types';
import { BED_WORDS } from './bed';
import { BLOCK_WORDS } from './block';
import { HEAD_WORDS } from './head';
import { SOURCE_WORDS } from './source';
import type { Telling, Words } from './types';

export type { Words } from './types';

export const GRADE_WORDS: Record<Grade, string> = { stop: 'Stop', mend: 'Mend', mind: 'Mind', note: 'Note' };

const TELL: Record<FindingCode, Telling> = { ...BED_WORDS, ...BLOCK_WORDS, ...HEAD_WORDS, ...SOURCE_WORDS };

function placeWords(place: Place, plan: FullPlan): string {
  const several = plan.blocks.length > 1;
  const blockName = (index: number): string => plan.blocks[index]?.name ?? 'the block';
  const named = (id: string): string => plan.blocks.find((b) => b.id === id)?.name ?? 'the block';
  switch (place.kind) {
    case 'source':
      return plan.sources.find((s) => s.id === plan.sourceId)?.name ?? 'source';
    case 'backup':
      return plan.sources.find((s) => s.id === plan.backup?.sourceId)?.name ?? 'backup';
    case 'head':
      return 'head';
    case 'part':
      return place.place === HEAD ? 'in the head' : several ? `at ${named(place.place)}` : 'at the block';
    case 'main':
      return plan.blocks.some((b) => b.id === place.to) && several ? `main, to ${named(place.to)}` : 'main';
    case 'header':
      return several ? `header of ${blockName(place.block)}` : 'header';
    case 'block':
      return several ? blockName(place.block) : 'the whole block';
    case 'run':
      return several ? `${blockName(place.block)}, bed ${place.bed}` : `bed ${place.bed}`;
  }
}

/** Puts a finding into words in the units chosen. */
export function describe(finding: Finding, plan: FullPlan, choice: UnitChoice): Words {
  const told = TELL[finding.code](finding, (value, kind) => format(value, kind, choice));
  return { ...told, where: placeWords(finding.place, plan) };
}
