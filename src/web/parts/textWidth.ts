import { ref } from 'vue';

/** A type that text is set in. */
export interface TextType {
  px: number;
  weight: number;
  mono: boolean;
}

const TEXT = '"Atkinson Hyperlegible Next Variable"';
const MONO = '"Atkinson Hyperlegible Mono Variable"';
/** Width of a letter where nothing can be measured, as a share of its size. */
const USUAL = 0.55;

/** Counts up when the application's own type is there: widths measured before are of another. */
export const typeLoaded = ref(0);
/** Widths of texts do not change once their type is there. */
const known = new Map<string, number>();
let pen: CanvasRenderingContext2D | null | undefined;

/** How wide a line of text is, px. */
export function textWidth(text: string, { px, weight, mono }: TextType): number {
  const font = `${weight} ${px}px ${mono ? MONO : TEXT}`;
  const key = `${font} ${text}`;
  let width = known.get(key);
  if (width === undefined) {
    if (typeof document === 'undefined') return text.length * px * USUAL;
    pen ??= document.createElement('canvas').getContext('2d');
    if (pen) pen.font = font;
    width = pen ? pen.measureText(text).width : text.length * px * USUAL;
    known.set(key, width);
  }
  return width;
}
if (typeof document !== 'undefined')
  void document.fonts?.ready.then(() => {
    known.clear();
    typeLoaded.value++;
  });
