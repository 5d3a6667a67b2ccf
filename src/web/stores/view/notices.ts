import { reactive, ref, shallowRef } from 'vue';

/** What fields and the page have to say just now. */
export const notices = () => ({
  /** Labels of fields that hold something that cannot be used. */
  badFields: reactive(new Set<string>()),
  /** What a field is told of another one that was typed and stands against it, by its path within its source or block. */
  clashes: reactive(new Map<string, { what: string; by: string }>()),
  notice: ref(''),
  /** Something could not be loaded, and how to try it again. */
  stuck: shallowRef<{ says: string; why: string; again: () => void; action?: string }>(),
});
