import { useInterval } from '@vueuse/core';
import {
  computed,
  inject,
  onScopeDispose,
  provide,
  shallowReactive,
  shallowRef,
  watch,
  type ComputedRef,
  type InjectionKey,
  type Ref,
} from 'vue';
import { msg } from '../../../core/language';
import { textWidth, typeLoaded } from '../../parts/textWidth';
import { placeLabels, type Label, type PlacedLabel, type Rect, type Soft } from './placeLabels';

/** How labels are written: their type, and room for a line of it, px. */
export const STYLES = {
  name: { px: 13, weight: 700, mono: false },
  other: { px: 13, weight: 600, mono: false },
  pipe: { px: 12.5, weight: 400, mono: false },
  figure: { px: 12.5, weight: 400, mono: true },
  number: { px: 12, weight: 400, mono: false },
  picked: { px: 12, weight: 700, mono: false },
  height: { px: 12, weight: 400, mono: false },
  contour: { px: 12, weight: 400, mono: true },
  thing: { px: 12, weight: 400, mono: false },
  length: { px: 12.5, weight: 600, mono: true },
  bed: { px: 12, weight: 400, mono: false },
} as const;
export type LabelStyle = keyof typeof STYLES;

/** A line of text on the sheet. Who writes it himself, since it can be taken hold of, says so. */
export interface SheetLabel extends Omit<Label, 'width' | 'height'> {
  text: string;
  style: LabelStyle;
  /** Drawn by its own layer, where it was placed. */
  own?: boolean;
}

/** Something drawn in place of a line of text. */
export type AnyLabel = SheetLabel | (Label & { text?: undefined });

/** What a layer wants written, and what it draws that labels should not hide. */
export interface LayerLabels {
  labels?: readonly AnyLabel[];
  hard?: readonly Rect[];
  soft?: readonly Soft[];
}

export interface PlacedText extends PlacedLabel {
  key: string;
  text: string;
  style: LabelStyle;
  turn: number;
  at: readonly [number, number];
}

interface Labels {
  layers: Map<symbol, ComputedRef<LayerLabels>>;
  placed: Readonly<Ref<ReadonlyMap<string, PlacedLabel>>>;
}
const KEY: InjectionKey<Labels> = Symbol('labels');

/** Room above and below the letters, as a share of their size. */
const LINE = 1.15;
const measured = (l: AnyLabel): Label =>
  l.text === undefined
    ? l
    : { ...l, width: textWidth(l.text, STYLES[l.style]), height: STYLES[l.style].px * LINE };

/** While the hand moves something labels are placed again only so often, ms: the drawing follows it, what is written catches up. */
const PLACED_EVERY_MS = 120;

/**
 * Begins a sheet's labels: what its layers want written is placed together.
 * @param held something is moved by hand just now
 */
export function provideLabels(
  room: () => Rect,
  tools: () => readonly Rect[],
  beds: () => readonly Soft[],
  held: () => boolean,
) {
  const layers = shallowReactive(new Map<symbol, ComputedRef<LayerLabels>>());
  const all = computed(() => [...layers.values()].map((l) => l.value));
  const now = computed(() => {
    void typeLoaded.value;
    const labels = all.value.flatMap((l) => l.labels ?? []);
    const found = placeLabels(
      labels.map(measured),
      room(),
      [...tools(), ...all.value.flatMap((l) => l.hard ?? [])],
      [...beds(), ...all.value.flatMap((l) => l.soft ?? [])],
    );
    const texts = labels.flatMap((l): PlacedText[] => {
      const at = l.text === undefined || l.own ? undefined : found.get(l.key);
      return at
        ? [{ ...at, key: l.key, text: l.text!, style: (l as SheetLabel).style, turn: l.turn ?? 0, at: l.at }]
        : [];
    });
    return { found, texts };
  });
  const placed = shallowRef<ReadonlyMap<string, PlacedLabel>>(new Map());
  const drawn = shallowRef<readonly PlacedText[]>([]);
  const { counter, pause, resume } = useInterval(PLACED_EVERY_MS, { controls: true, immediate: false });
  watch(held, (is) => (is ? resume() : pause()));
  watch(
    () => (held() ? counter.value : now.value),
    () => {
      placed.value = now.value.found;
      drawn.value = now.value.texts;
    },
    { immediate: true },
  );
  provide(KEY, { layers, placed });
  return { drawn };
}

/** Has a layer's labels placed with all others. @returns where they stand, by their keys */
export function useLabels(own: () => LayerLabels): Labels['placed'] {
  const labels = inject(KEY);
  if (!labels) throw new Error(msg`labels are placed on a sheet only`);
  const id = Symbol('layer');
  labels.layers.set(id, computed(own));
  onScopeDispose(() => labels.layers.delete(id));
  return labels.placed;
}

/** Places right of a point, left, above and below, so far from it. */
export const around = (right: number, up = right): Label['stands'] => [
  { dx: right, dy: 0, anchor: 'start' },
  { dx: -right, dy: 0, anchor: 'end' },
  { dx: 0, dy: -up, anchor: 'middle' },
  { dx: 0, dy: up, anchor: 'middle' },
  { dx: right * 0.6, dy: -up, anchor: 'start' },
  { dx: -right * 0.6, dy: -up, anchor: 'end' },
  { dx: right * 0.6, dy: up, anchor: 'start' },
  { dx: -right * 0.6, dy: up, anchor: 'end' },
];

/** A square about a mark. */
export const about = ([x, y]: readonly [number, number], px: number): Rect => ({
  minX: x - px,
  minY: y - px,
  maxX: x + px,
  maxY: y + px,
});
