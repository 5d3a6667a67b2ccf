import { isLanguage, speakIn } from '../languages/load';

/*
 * The one worker of the application: it begins in the role and the language that its name says, as “solver es es-MX”. All
 * roles share the core's files; a role's own are loaded when it begins.
 */

const ROLES = {
  solver: () => import('./solver'),
  planner: () => import('./planner'),
  adviser: () => import('./adviser'),
  builder: () => import('./builder'),
  season: () => import('./season'),
  reader: () => import('./reader'),
};
export type Role = keyof typeof ROLES;

// What the page asks before the role is there waits and is asked again.
const early: MessageEvent[] = [];
const keep = (event: MessageEvent): void => void early.push(event);
self.addEventListener('message', keep);

async function begin(): Promise<void> {
  const [role, language, ...wishes] = self.name.split(' ');
  if (isLanguage(language)) await speakIn(language, wishes);
  await ROLES[role as Role]();
  self.removeEventListener('message', keep);
  for (const { data, ports } of early)
    self.dispatchEvent(new MessageEvent('message', { data: data as unknown, ports: [...ports] }));
}

begin().catch((error: unknown) => {
  // The page hears errors that are thrown, not promises that fail.
  setTimeout(() => {
    throw error;
  });
});
