import { ref } from 'vue';
import { msg } from '../../core/language';
import type { FarmLayout } from '../../core/layout';
import { useView } from '../stores/view';
import { blockView, type ToScreen } from './blockView';

/** Choosing beds by a box drawn over them with Shift held. */
export function useBoxChoice(farm: () => FarmLayout, toScreen: ToScreen) {
  const view = useView();
  const box = ref<{ x: number; y: number; width: number; height: number }>();

  function begin(event: PointerEvent): void {
    if (!event.shiftKey || event.button !== 0) return;
    const target = event.currentTarget as Element;
    const page = target.getBoundingClientRect();
    const at = (e: PointerEvent): [number, number] => [e.clientX - page.left, e.clientY - page.top];
    const [x0, y0] = at(event);
    target.setPointerCapture(event.pointerId);
    const move = (e: Event): void => {
      const [x, y] = at(e as PointerEvent);
      box.value = {
        x: Math.min(x, x0),
        y: Math.min(y, y0),
        width: Math.abs(x - x0),
        height: Math.abs(y - y0),
      };
    };
    const done = (): void => {
      if (box.value) choose(box.value);
      box.value = undefined;
      target.removeEventListener('pointermove', move);
      target.removeEventListener('pointerup', done);
      target.removeEventListener('pointercancel', done);
    };
    target.addEventListener('pointermove', move);
    target.addEventListener('pointerup', done);
    target.addEventListener('pointercancel', done);
  }

  /** Beds whose middle line passes through the box. */
  function choose({ x, y, width, height }: { x: number; y: number; width: number; height: number }): void {
    const within = ([px, py]: [number, number]): boolean =>
      px >= x && px <= x + width && py >= y && py <= y + height;
    const places = 12;
    view.choose(
      farm().blocks.flatMap((b) => {
        const { at } = blockView(b, toScreen);
        return b.beds
          .filter((bed) =>
            Array.from({ length: places + 1 }, (_, i) => i / places).some((s) =>
              within(at(bed.leftM + bed.widthM / 2, bed.nearM + s * bed.lengthM)),
            ),
          )
          .map((bed) => ({ block: b.block.id, key: bed.key }));
      }),
    );
    view.notice = msg`${view.chosen.size} beds chosen.`;
  }

  return { box, begin };
}
