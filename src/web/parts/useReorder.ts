import Sortable, { type SortableEvent } from 'sortablejs';
import { onBeforeUnmount, onMounted, type Ref } from 'vue';

/** A finger that rests so long takes hold; sooner it scrolls, ms. */
const TOUCH_MS = 180;
/** A pointer that moved less than this has pressed, not dragged, px. */
const PRESS_PX = 5;

/** A list whose things are put in order by hand. */
interface Reordered {
  /** What is moved, as a selector within the list. */
  things: string;
  /** Where a thing is taken hold of; anywhere on it if not given. */
  handle?: string;
  /** One thing was moved from its place to another, counted among the things. */
  moved: (from: number, to: number) => void;
  /** Takes things from shelves of this name: told what they carry in `data-shelf`, and where they were let go. */
  shelf?: string;
  taken?: (kind: string, to: number) => void;
}

/** Dragged by the package's own hand everywhere, so that it is alike with mouse, pen and finger. */
const SAME = {
  animation: 0,
  forceFallback: true,
  fallbackOnBody: true,
  fallbackTolerance: PRESS_PX,
  delay: TOUCH_MS,
  delayOnTouchOnly: true,
  touchStartThreshold: PRESS_PX,
} as const;

/**
 * Lets a hand put a list in order. The list stays the page's own: a thing is put back where it lay, and lies elsewhere once the
 * plan says so.
 */
export function useReorder(list: Ref<HTMLElement | undefined>, what: Reordered): void {
  let sortable: Sortable | undefined;
  /** What stood behind the thing that is moved. */
  let behind: Node | null = null;
  onMounted(() => {
    if (!list.value) return;
    sortable = Sortable.create(list.value, {
      ...SAME,
      draggable: what.things,
      ...(what.handle && { handle: what.handle }),
      ...(what.shelf && { group: { name: what.shelf, pull: false, put: true } }),
      onChoose: ({ item }: SortableEvent) => void (behind = item.nextSibling),
      onUpdate: ({ item, from, oldDraggableIndex, newDraggableIndex }: SortableEvent) => {
        from.insertBefore(item, behind);
        if (oldDraggableIndex !== undefined && newDraggableIndex !== undefined)
          what.moved(oldDraggableIndex, newDraggableIndex);
      },
      onAdd: ({ item, from, to, clone }: SortableEvent) => {
        // The package counts by what may be dragged off the shelf.
        const before = [...to.querySelectorAll(what.things)].filter(
          (thing) => thing.compareDocumentPosition(item) & Node.DOCUMENT_POSITION_FOLLOWING,
        ).length;
        from.insertBefore(item, clone);
        clone.remove();
        if (item.dataset.shelf) what.taken?.(item.dataset.shelf, before);
      },
    });
  });
  onBeforeUnmount(() => sortable?.destroy());
}

/** Lets things be dragged off a shelf; they stay on it. */
export function useShelf(list: Ref<HTMLElement | undefined>, name: string): void {
  let sortable: Sortable | undefined;
  onMounted(() => {
    if (list.value)
      sortable = Sortable.create(list.value, {
        ...SAME,
        draggable: '[data-shelf]',
        sort: false,
        group: { name, pull: 'clone', put: false },
      });
  });
  onBeforeUnmount(() => sortable?.destroy());
}
