import { useDesk } from '../stores/desk';
import { useKeeping } from '../stores/keeping';
import { usePlan } from '../stores/plan';

/** What the start page needs once a plan is kept or begun: it is loaded then. */
export const startDesk = () => ({ desk: useDesk(), keeping: useKeeping(), plan: usePlan() });
export type StartDesk = ReturnType<typeof startDesk>;
