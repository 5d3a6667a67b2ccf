import { CROPS } from '../../core/catalog/crops';

/** Colours that beds are painted with, told apart by hue and lightness; each is also told in words. */
const INKS = [
  '#7aa35a',
  '#c98a4b',
  '#5d8f8a',
  '#b7a13f',
  '#8c7a5b',
  '#5f9a6f',
  '#d0783f',
  '#b5524a',
  '#a8556f',
  '#6f8f3f',
  '#d1b04c',
  '#c25c7a',
  '#8f74a8',
  '#93a58a',
] as const;

/** Sets: neighbours are told apart, and each bears its name too. */
const SET_INKS = [
  '#5f9a3f',
  '#d0783f',
  '#3f7fae',
  '#c9a227',
  '#8f5fa8',
  '#b5443a',
  '#2f8f86',
  '#a8556f',
  '#7d7a3a',
  '#5b6bb0',
] as const;

export const setInk = (i: number): string => SET_INKS[(i + SET_INKS.length) % SET_INKS.length];

export const inkAt = (i: number): string => INKS[i % INKS.length];

/** A crop's own ink; those of the plan's own follow the table's. */
export function cropInk(crop: string, own: readonly { id: string }[]): string {
  const at = CROPS.findIndex((c) => c.id === crop);
  return inkAt(at >= 0 ? at : CROPS.length + own.findIndex((c) => c.id === crop));
}
