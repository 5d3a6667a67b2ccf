import type { Role } from '../../worker/roles';
import FurrowWorker from '../../worker/roles?worker';

/** Starts the application's worker in a role; its language comes with the first job. */
export const inRole = (role: Role) => (language: string) => new FurrowWorker({ name: `${role} ${language}` });
