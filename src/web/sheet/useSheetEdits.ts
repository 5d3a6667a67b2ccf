import { useEdits } from '../stores/edits';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useView } from '../stores/view';

const M_PER_FT = 0.3048;
/** A header within this share of the beds' length of an end or the middle snaps to it. */
const HEADER_SNAP = 0.04;
const HEADER_STEP = 0.05;

/** The arrow keys as seen on an unturned sheet: on a turned one, right is away from the near end and down is to the right. */
const UNTURN: Record<string, string> = {
  ArrowRight: 'ArrowUp',
  ArrowLeft: 'ArrowDown',
  ArrowDown: 'ArrowRight',
  ArrowUp: 'ArrowLeft',
};

/** What the hand and the arrow keys do on the sheet. Lengths snap to half metres or whole feet. */
export function useSheetEdits(turned: () => boolean) {
  const plan = usePlan();
  const edits = useEdits();
  const settings = useSettings();
  const view = useView();

  const stepM = (): number => (settings.units.system === 'us' ? M_PER_FT : 0.5);
  const snapped = (m: number, free: boolean): number => {
    const step = free ? stepM() / 10 : stepM();
    return Number((Math.round(m / step) * step).toFixed(4));
  };
  const lengthOf = (bed: number): number => plan.block.beds.lengthsM[bed] ?? plan.block.beds.lengthM;

  function bedEnd(bed: number, yM: number, gesture: string, free = false): void {
    const length = Math.max(stepM(), snapped(yM, free));
    if (length !== lengthOf(bed)) edits.bedLength(bed, length, gesture);
  }

  function header(share: number, gesture: string, free = false): void {
    let along = Math.min(1, Math.max(0, share));
    if (!free)
      along = [0, 0.5, 1].find((s) => Math.abs(s - along) < HEADER_SNAP) ?? Math.round(along * 100) / 100;
    if (along !== plan.block.header.along) edits.block('header', { along }, 'move the header', gesture);
  }

  function source(xM: number, yM: number, gesture: string, free = false): void {
    edits.source({ xM: snapped(xM, free), yM: snapped(yM, free) }, `move the ${plan.source.kind}`, gesture);
  }

  const keyOf = (event: KeyboardEvent): string => (turned() ? (UNTURN[event.key] ?? event.key) : event.key);

  function bedKeys(event: KeyboardEvent, bed: number): void {
    const key = keyOf(event);
    const count = plan.block.beds.count;
    const many = event.key.startsWith('Page') ? 10 : 1;
    if (key === 'ArrowLeft' || key === 'ArrowRight') {
      view.pickedBed = Math.min(count, Math.max(1, bed + (key === 'ArrowRight' ? 1 : -1)));
    } else if (key === 'ArrowUp' || key === 'PageUp')
      bedEnd(bed, lengthOf(bed) + many * stepM(), `bed-${bed}-keys`);
    else if (key === 'ArrowDown' || key === 'PageDown')
      bedEnd(bed, lengthOf(bed) - many * stepM(), `bed-${bed}-keys`);
    else if (key === 'Escape') view.pickedBed = undefined;
    else return;
    event.preventDefault();
  }

  function headerKeys(event: KeyboardEvent): void {
    const { along } = plan.block.header;
    const key = keyOf(event);
    if (key === 'ArrowUp') header(Math.round((along + HEADER_STEP) * 100) / 100, 'header-keys', true);
    else if (key === 'ArrowDown') header(Math.round((along - HEADER_STEP) * 100) / 100, 'header-keys', true);
    else if (key === 'Home') header(0, 'header-keys');
    else if (key === 'End') header(1, 'header-keys');
    else return;
    event.preventDefault();
  }

  function sourceKeys(event: KeyboardEvent): void {
    const move: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, 1],
      ArrowDown: [0, -1],
    };
    const by = move[keyOf(event)];
    if (!by) return;
    event.preventDefault();
    source(plan.source.xM + by[0] * stepM(), plan.source.yM + by[1] * stepM(), 'source-keys');
  }

  return { bedEnd, header, source, bedKeys, headerKeys, sourceKeys, lengthOf };
}
