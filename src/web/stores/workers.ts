import type { Role } from '../../worker/start';
import FurrowWorker from '../../worker/start?worker';

/** Starts the application's worker in a role; its language comes with the first job. */
export const inRole = (role: Role) => (language: string) => new FurrowWorker({ name: `${role} ${language}` });
