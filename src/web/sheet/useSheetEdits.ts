import { msg } from '../../core/language';
import {
  directionsFor,
  nearestDirection,
  yOnLine,
  type BlockLayout,
  type Direction,
} from '../../core/layout';
import { kindOf, type StatedBlock } from '../../core/plan';
import { ref } from 'vue';
import { useEdits } from '../stores/edits';
import { usePlan } from '../stores/plan';
import { useSettings } from '../stores/settings';
import { useTools } from '../stores/tools';
import { useView, type BedRef } from '../stores/view';
import { M_PER_FT } from '../../core/units';

/** A header within this share of the beds' length of an end or the middle snaps to it. */
const HEADER_SNAP = 0.04;
const HEADER_STEP = 0.05;
/** Plants and joints of small pipe snap to this, m. */
const PLANT_STEP_M = 0.1;
/** A direction within so many degrees of a usual one snaps to it. */
const TURN_SNAP_DEG = 4;

/** The arrow keys as seen on an unturned sheet: on a turned one, right is away from the near end and down is to the right. */
const UNTURN: Record<string, string> = {
  ArrowRight: 'ArrowUp',
  ArrowLeft: 'ArrowDown',
  ArrowDown: 'ArrowRight',
  ArrowUp: 'ArrowLeft',
};

const share = (value: number): number => Math.min(1, Math.max(0, value));

/** What the hand and the arrow keys do on the sheet. Lengths snap to half metres or whole feet, unless snapping is off. */
export function useSheetEdits(turned: () => boolean) {
  const plan = usePlan();
  const edits = useEdits();
  const settings = useSettings();
  const tools = useTools();
  const view = useView();
  /** Why a direction was snapped to, while it is being turned. */
  const turnWhy = ref<Direction['why']>();

  const stepM = (): number => (settings.units.system === 'us' ? M_PER_FT : 0.5);
  const loose = (free: boolean): boolean => free || !tools.snaps;
  const snapped = (m: number, free: boolean): number => {
    const step = loose(free) ? stepM() / 10 : stepM();
    return Number((Math.round(m / step) * step).toFixed(4));
  };
  /** Plants stand closer than beds' ends are told. */
  const plantSnap = (m: number, free: boolean): number => {
    const step = loose(free) ? PLANT_STEP_M / 10 : PLANT_STEP_M;
    return Number((Math.round(m / step) * step).toFixed(4));
  };
  const bedIn = (layout: BlockLayout, key: string) => layout.beds.find((b) => b.key === key);
  const refOf = (layout: BlockLayout, key: string): BedRef => ({ block: layout.block.id, key });

  /** A bed's far end dragged to a place along the beds. */
  function bedEnd(layout: BlockLayout, key: string, yM: number, gesture: string, free = false): void {
    const bed = bedIn(layout, key);
    if (!bed) return;
    const length = Math.max(stepM(), snapped(yM - bed.nearM, free));
    if (length !== bed.single?.lengthM && Math.abs(length - bed.lengthM) > 1e-6)
      edits.bedLength(refOf(layout, key), length, gesture);
  }

  /** Its near end likewise; the far end stays where it is. */
  function bedStart(layout: BlockLayout, key: string, yM: number, gesture: string, free = false): void {
    const bed = bedIn(layout, key);
    if (!bed) return;
    const length = Math.max(stepM(), snapped(bed.farM - yM, free));
    if (Math.abs(length - bed.lengthM) > 1e-6)
      edits.bedStart(refOf(layout, key), bed.lengthM - length, gesture);
  }

  type HeaderFields = NonNullable<StatedBlock['header']>;
  function setHeader(index: number, which: number, fields: object, label: string, gesture: string): void {
    const stated = plan.plan.blocks[index].header?.other ?? {};
    const whole = (which > 0 ? { other: { ...stated, ...fields } } : fields) as HeaderFields;
    edits.block('header', whole, label, gesture, index);
  }

  /** Moves a header as it lies to a place along the beds: shares of their length at its left and right. */
  function headerTo(index: number, which: number, left: number, right: number | undefined, gesture: string) {
    const now = plan.blocks[index].header;
    const line = which > 0 ? now.other! : now;
    if (line.line === 'straight' && left === line.along && right === line.alongRight) return;
    const fields = { line: undefined, along: left, alongRight: right };
    setHeader(index, which, fields, which > 0 ? msg`move the second header` : msg`move the header`, gesture);
  }

  const snapShare = (value: number, free: boolean): number =>
    loose(free)
      ? Math.round(value * 1000) / 1000
      : ([0, 0.5, 1].find((s) => Math.abs(s - value) < HEADER_SNAP) ?? Math.round(value * 100) / 100);

  function header(
    layout: BlockLayout,
    which: number,
    xM: number,
    yM: number,
    gesture: string,
    free = false,
  ): void {
    const { box, index } = layout;
    const long = box.farM - box.nearM;
    if (!(long > 0)) return;
    const now = which > 0 ? layout.block.header.other! : layout.block.header;
    const slants = now.line === 'straight' && now.alongRight !== undefined && now.alongRight !== now.along;
    if (!slants) {
      headerTo(index, which, snapShare(share((yM - box.nearM) / long), free), undefined, gesture);
      return;
    }
    const by = (yM - yOnLine(layout.headers[which].line, xM)) / long;
    headerTo(
      index,
      which,
      snapShare(share(now.along + by), true),
      snapShare(share(now.alongRight! + by), true),
      gesture,
    );
  }

  /** One end of a straight header, so that it lies slantwise; level again where both ends are nearly alike. */
  function headerEnd(
    layout: BlockLayout,
    which: number,
    end: 'left' | 'right',
    yM: number,
    gesture: string,
    free = false,
  ): void {
    const { box, index } = layout;
    const now = which > 0 ? layout.block.header.other! : layout.block.header;
    const at = snapShare(share((yM - box.nearM) / (box.farM - box.nearM)), free);
    const left = end === 'left' ? at : now.along;
    const right = end === 'right' ? at : (now.alongRight ?? now.along);
    const level = Math.abs(left - right) < (loose(free) ? 1e-3 : HEADER_SNAP / 2);
    headerTo(index, which, left, level ? undefined : right, gesture);
  }

  function source(xM: number, yM: number, gesture: string, free = false): void {
    edits.source({ xM: snapped(xM, free), yM: snapped(yM, free) }, kindOf(plan.source).words.moves, gesture);
  }

  function tee(id: string, xM: number, yM: number, gesture: string, free = false): void {
    edits.tee(id, { xM: snapped(xM, free), yM: snapped(yM, free) }, msg`move a tee`, gesture);
  }

  /** Moves a block's place. */
  function block(index: number, xM: number, yM: number, gesture: string, free = false): void {
    const label = msg`move ${plan.blocks[index].name}`;
    edits.blockSelf({ xM: snapped(xM, free), yM: snapped(yM, free) }, label, gesture, index);
  }

  /** Turns a block's beds. */
  function turn(layout: BlockLayout, deg: number, gesture: string, free = false): void {
    const { northDeg } = plan.ground;
    const near = loose(free)
      ? undefined
      : nearestDirection(deg, directionsFor(layout, plan.blocks, northDeg), TURN_SNAP_DEG);
    turnWhy.value = near?.why;
    const to = near?.deg ?? (loose(free) ? Number(deg.toFixed(1)) : Math.round(deg));
    edits.blockSelf({ turnDeg: ((to + 540) % 360) - 180 }, msg`turn the beds`, gesture, layout.index);
  }

  const keyOf = (event: KeyboardEvent): string => (turned() ? (UNTURN[event.key] ?? event.key) : event.key);

  function bedKeys(event: KeyboardEvent, layout: BlockLayout, key: string): void {
    const at = layout.beds.findIndex((b) => b.key === key);
    const bed = layout.beds[at];
    if (!bed) return;
    const arrow = keyOf(event);
    const many = event.key.startsWith('Page') ? 10 : 1;
    const gesture = `${layout.block.id}-bed-${key}-keys`;
    const bedRef = refOf(layout, key);
    if (arrow === 'ArrowLeft' || arrow === 'ArrowRight') {
      const next =
        layout.beds[Math.min(layout.beds.length - 1, Math.max(0, at + (arrow === 'ArrowRight' ? 1 : -1)))];
      if (event.shiftKey) view.choose([bedRef], true);
      view.pickedBed = refOf(layout, next.key);
      if (event.shiftKey) view.choose([refOf(layout, next.key)], true);
    } else if (arrow === 'ArrowUp' || arrow === 'PageUp') {
      if (event.altKey) bedStart(layout, key, bed.nearM + many * stepM(), gesture);
      else bedEnd(layout, key, bed.farM + many * stepM(), gesture);
    } else if (arrow === 'ArrowDown' || arrow === 'PageDown') {
      if (event.altKey) bedStart(layout, key, bed.nearM - many * stepM(), gesture);
      else bedEnd(layout, key, bed.farM - many * stepM(), gesture);
    } else if ((event.key === 'Enter' || event.key === ' ') && tools.brush) {
      edits.paint(beds(bedRef), tools.brush.fields, tools.brush.label);
    } else if (event.key === 'Delete' || event.key === 'Backspace') edits.removeBeds(beds(bedRef));
    else if (event.key === 'Escape') {
      if (tools.brush) tools.putDown();
      else {
        view.pickedBed = undefined;
        view.chosen.clear();
      }
    } else return;
    event.preventDefault();
  }

  /** The beds chosen together with one, or it alone. */
  const beds = (bed: BedRef): BedRef[] =>
    view.isChosen(bed.block, bed.key) || view.chosen.size > 1 ? [...view.chosen.values()] : [bed];

  function headerKeys(event: KeyboardEvent, layout: BlockLayout, which: number): void {
    const now = which > 0 ? layout.block.header.other! : layout.block.header;
    const { along, alongRight } = now;
    const key = keyOf(event);
    const gesture = `header-${layout.index}-${which}-keys`;
    const by = (step: number): void => {
      const move = (s: number): number => Math.round(share(s + step) * 100) / 100;
      headerTo(
        layout.index,
        which,
        move(along),
        alongRight === undefined ? undefined : move(alongRight),
        gesture,
      );
    };
    // With Alt only its right end moves: it then lies slantwise.
    const slant = (step: number): void =>
      headerTo(
        layout.index,
        which,
        along,
        Math.round(share((alongRight ?? along) + step) * 100) / 100,
        gesture,
      );
    const move = event.altKey ? slant : by;
    if (key === 'ArrowUp') move(HEADER_STEP);
    else if (key === 'ArrowDown') move(-HEADER_STEP);
    else if (key === 'Home') headerTo(layout.index, which, 0, undefined, gesture);
    else if (key === 'End') headerTo(layout.index, which, 1, undefined, gesture);
    else return;
    event.preventDefault();
  }

  const MOVES: Record<string, [number, number]> = {
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0],
    ArrowUp: [0, 1],
    ArrowDown: [0, -1],
  };
  /** Arrow keys that move a thing from where it stands by a step; with Shift by a tenth. */
  function moveKeys(
    event: KeyboardEvent,
    at: { xM: number; yM: number },
    move: (xM: number, yM: number, gesture: string, free: boolean) => void,
    name: string,
    fine = false,
  ): void {
    const by = MOVES[keyOf(event)];
    if (!by) return;
    event.preventDefault();
    const usual = fine ? PLANT_STEP_M : stepM();
    const step = event.shiftKey ? usual / 10 : usual;
    move(at.xM + by[0] * step, at.yM + by[1] * step, `${name}-keys`, event.shiftKey);
  }

  const layoutOf = (id: string): BlockLayout | undefined => plan.laid.blocks.find((b) => b.block.id === id);

  return {
    stepM,
    snapped,
    plantSnap,
    turnWhy,
    bedEnd,
    bedStart,
    header,
    headerEnd,
    source,
    tee,
    block,
    turn,
    bedKeys,
    headerKeys,
    moveKeys,
    layoutOf,
  };
}
