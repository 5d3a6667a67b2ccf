import { ref, shallowRef } from 'vue';
import type { Finding } from '../../../core/check';
import type { Working, WorkingName } from '../../../core/working';

/** Whose working is open. */
export const workings = () => ({
  /** A number, by name. */
  openWorking: ref<WorkingName>(),
  /** Something found. */
  openFinding: shallowRef<Finding>(),
  /** A working that was made already. */
  openMade: shallowRef<Working>(),
});
