import { isLanguage, speakIn } from '../../languages/load';

/**
 * Starts a worker in the language that its name begins with, as “es es-MX”. What the page asks before the worker is there
 * waits and is asked again.
 */
export function starts(load: () => Promise<unknown>): void {
  const early: MessageEvent[] = [];
  const keep = (event: MessageEvent): void => void early.push(event);
  self.addEventListener('message', keep);
  const [id, ...wishes] = self.name.split(' ');
  void (isLanguage(id) ? speakIn(id, wishes) : Promise.resolve()).then(load).then(() => {
    self.removeEventListener('message', keep);
    for (const { data, ports } of early)
      self.dispatchEvent(new MessageEvent('message', { data: data as unknown, ports: [...ports] }));
  });
}
