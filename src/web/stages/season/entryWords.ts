import { msg } from '../../../core/language';
import { seenName, siteName, type Entry, type Feel, type What } from '../../../core/season';
import { kindOfSpot } from '../../../core/formats/readingsCsv';
import { headParts, type FullPlan } from '../../../core/plan';
import type { KindName } from '../../../core/units';
import type { Place } from '../../../worker/season';
import { S_PER_MIN } from '../../../core/units/time';

export const WHAT_NAMES: Record<What, string> = {
  reading: msg`reading`,
  seen: msg`look`,
  meter: msg`meter`,
  minutes: msg`watered`,
  cups: msg`cups`,
  soil: msg`soil`,
  rain: msg`rain`,
  repair: msg`repair`,
  flush: msg`flushed`,
  cleaned: msg`filter cleaned`,
  feed: msg`feed`,
  note: msg`note`,
  photo: msg`photograph`,
  learned: msg`learned`,
  walk: msg`walk`,
  year: msg`year closed`,
};

export const FEEL_NAMES: Record<Feel, string> = {
  dust: msg`dry dust`,
  crumbles: msg`crumbles`,
  holds: msg`holds together`,
  wet: msg`wet, sticks`,
  drips: msg`drips when squeezed`,
};

const unitOf: Partial<Record<What, KindName>> = { rain: 'rain', minutes: 'minutes', meter: 'volume' };

/** An entry in one line. */
export function entrySays(
  e: Entry,
  plan: FullPlan,
  show: (value: number, kind: KindName) => string,
  place: Place | undefined,
): string {
  const said: string[] = [];
  if (e.value !== undefined) {
    if (e.what === 'reading') said.push(show(e.value, place ? kindOfSpot(place.kind) : 'pressure'));
    else if (e.what === 'minutes') said.push(show(e.value * S_PER_MIN, 'minutes'));
    else said.push(unitOf[e.what] ? show(e.value, unitOf[e.what]!) : String(e.value));
  }
  if (place) said.push(place.name);
  else if (e.spot) said.push(e.spot);
  if (e.seen) said.push(seenName(e.seen, plan));
  if (e.feel) said.push(FEEL_NAMES[e.feel]);
  if (e.beds && e.block) said.push(siteName({ at: 'beds', block: e.block, keys: e.beds }, plan));
  else if (e.block && !place) said.push(siteName({ at: 'block', block: e.block }, plan));
  if (e.part) said.push(headParts(plan).find((p) => p.id === e.part)?.name ?? e.part);
  if (e.what === 'cups') said.push(msg`${e.cups?.length ?? 0} cups, ${e.seconds} s`);
  if (e.text) said.push(e.text);
  return said.join(', ');
}
