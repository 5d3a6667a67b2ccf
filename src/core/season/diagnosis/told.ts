import { msg } from '../../language';
import { bedsSpan, HEAD, type FullPlan } from '../../plan';
import type { KindName } from '../../units';
import type { Diagnosis, Suspect } from './diagnose';
import { faultKindOf } from './faults';
import { stretchesOf } from './stretches';
import type { OpenFarm, Seen, Site, Spot } from './types';

export type Show = (value: number, kind: KindName) => string;

const blockName = (plan: FullPlan, id: string): string => plan.blocks.find((b) => b.id === id)?.name ?? id;

/** Where something is: “at the head”, “beds 3 to 4 in Croft”. */
export function siteName(site: Site, plan: FullPlan): string {
  switch (site.at) {
    case 'source':
      return plan.sources.find((s) => s.id === plan.sourceId)?.name ?? msg`the source`;
    case 'farm':
      return 'everywhere';
    case 'part': {
      const parts = site.place === HEAD ? plan.head : plan.blocks.find((b) => b.id === site.place)?.inlet;
      const name = parts?.find((p) => p.id === site.part)?.name ?? msg`the part`;
      return site.place === HEAD
        ? msg`the ${name} at the head`
        : msg`the ${name} at ${blockName(plan, site.place)}`;
    }
    case 'main': {
      const tee = plan.tees.findIndex((t) => t.id === site.to);
      return tee < 0 ? msg`the main to ${blockName(plan, site.to)}` : msg`the main to tee ${tee + 1}`;
    }
    case 'header':
      return msg`the header of ${blockName(plan, site.block)}`;
    case 'block':
      return blockName(plan, site.block);
    case 'beds': {
      const block = plan.blocks.find((b) => b.id === site.block);
      return msg`${bedsSpan(block, site.keys)} in ${blockName(plan, site.block)}`;
    }
  }
}

/** A place by its key, as looks name it. */
function keyName(key: string, plan: FullPlan, farm?: OpenFarm): string {
  const [at, id, first] = key.split('/');
  if (at === 'farm') return 'everywhere';
  if (at === 'main') return siteName({ at: 'main', to: id }, plan);
  if (at === 'header') return siteName({ at: 'header', block: id }, plan);
  if (at === 'block') return siteName({ at: 'block', block: id }, plan);
  const stretch = farm && stretchesOf(farm.results).find((s) => s.blockId === id && s.keys[0] === first);
  return siteName({ at: 'beds', block: id, keys: stretch?.keys ?? [first] }, plan);
}

/** What was seen, in words. */
export function seenName(seen: Seen, plan: FullPlan, farm?: OpenFarm): string {
  if (seen === 'fine') return msg`all fine`;
  const split = seen.indexOf(':');
  const place = keyName(seen.slice(split + 1), plan, farm);
  switch (seen.slice(0, split)) {
    case 'water':
      return msg`water where none should be: ${place}`;
    case 'dry':
      return msg`dry or weak: ${place}`;
    case 'gaps':
      return msg`some emitters dry beside others that drip: ${place}`;
    default:
      return msg`open though it should be shut: ${place}`;
  }
}

/** All that may be seen at a spot, to choose from, nothing amiss first. */
export function seenChoices(spot: Spot, farm: OpenFarm): Seen[] {
  const { looks } = spot;
  if (!looks) return [];
  if (looks.shut) return ['fine', `open:block/${looks.shut}`];
  const mains = looks.mains.map((m): Seen => `water:main/${m}`);
  const blocks = looks.blocks.flatMap((i): Seen[] => {
    const { id } = farm.plan.blocks[i];
    const stretches = stretchesOf(farm.results).filter((s) => s.blockId === id);
    const keys = stretches.map((s) => `beds/${id}/${s.keys[0]}`);
    const many = stretches.length > 1 ? [`block/${id}`] : [];
    return [
      `water:header/${id}`,
      ...keys.map((k): Seen => `water:${k}`),
      ...[...many, ...keys].map((k): Seen => `dry:${k}`),
      ...[...many, ...keys].map((k): Seen => `gaps:${k}`),
    ];
  });
  const all: Seen[] = looks.blocks.length > 1 ? ['dry:farm', 'gaps:farm'] : [];
  return ['fine', ...mains, ...all, ...blocks];
}

/** Chances in words, from nearly sure to hardly. */
const CHANCES: readonly [number, string][] = [
  [0.95, msg`almost certainly`],
  [0.75, msg`very likely`],
  [0.5, 'likely'],
  [0.2, 'possibly'],
  [0.05, msg`less likely`],
];
export const chanceWord = (chance: number): string =>
  CHANCES.find(([least]) => chance >= least)?.[1] ?? msg`hardly`;

/** A suspect as it is told. */
export interface ToldSuspect {
  title: string;
  place: string;
  size: string;
  looksLike: string;
  mend: string;
  chance: number;
  word: string;
}

export function tellSuspect({ fault, size, chance }: Suspect, plan: FullPlan, show: Show): ToldSuspect {
  const kind = faultKindOf(fault.kind);
  return {
    title: kind.words.title,
    place: siteName(fault.site, plan),
    size: kind.size(size, show, fault),
    looksLike: kind.words.looksLike,
    mend: kind.words.mend,
    chance,
    word: chanceWord(chance),
  };
}

/** A suspect less likely than this is not told. */
const TOLD_AT_LEAST = 0.02;

/** The likeliest is named as what is wrong from this chance on. */
const CLEAR = 0.2;

/** In one sentence what the readings come to. */
export function diagnosisSays(d: Diagnosis, plan: FullPlan): string {
  const [best] = d.suspects;
  if (d.unknown > 0.5)
    return msg`Nothing that is known here fits these readings. Take the oddest of them again with another gauge.`;
  if (!best || d.nothing >= best.chance)
    return d.nothing > 0.9
      ? msg`Nothing is wrong, by all that was read.`
      : msg`Nothing seems wrong so far, but that is not certain yet.`;
  if (best.chance < CLEAR) return msg`Something is wrong, but it is not clear yet what. Take more readings.`;
  const kind = faultKindOf(best.fault.kind);
  const [pair] = d.pairs;
  if (pair && pair.chance > 0.5) {
    const names = pair.suspects.map(
      (s) => `${faultKindOf(s.fault.kind).name} (${siteName(s.fault.site, plan)})`,
    );
    return msg`Two things at once, ${chanceWord(pair.chance)}: ${names.join(msg` and `)}.`;
  }
  return `${kind.words.title}, ${chanceWord(best.chance)}: ${siteName(best.fault.site, plan)}.`;
}

export const toldSuspects = (d: Diagnosis, most = 5): Suspect[] =>
  d.suspects.filter((s) => s.chance >= TOLD_AT_LEAST).slice(0, most);
