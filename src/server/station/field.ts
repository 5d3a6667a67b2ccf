import { Router, type Response } from 'express';
import Joi from 'joi';
import { msg } from '../../core/language';
import { fillIn } from '../../core/plan';
import { fieldLogger, historyCsv, LEVELS, type Level, type Logger } from '../../core/season';
import { planOf, SKETCHES, sketchOf } from '../../core/sketches';

const MINUTE_MS = 60_000;
/** A history holds no more than a week, min. */
const MOST_MINUTES = 7 * 1440;
/** So many farms are kept worked out. */
const MOST_FARMS = 6;
/** A stream is ended after so long, ms: whoever listens asks again. */
const LONGEST_MS = 15 * MINUTE_MS;
/** So many listen at once. */
const MOST_LISTENING = 20;

const farm = Joi.valid(...SKETCHES.map((s) => s.id)).default('house-well');
const seed = Joi.number()
  .integer()
  .min(0)
  .max(2 ** 31)
  .default(7);
const level = Joi.valid(...LEVELS);
/** A practice day passes in minutes: so many minutes of the farm go by in one of the clock. */
const pace = Joi.number().integer().min(1).max(120).default(1);
const streamAsked = Joi.object({ farm, seed, level, pace });
const historyAsked = Joi.object({
  farm,
  seed,
  level,
  from: Joi.date()
    .iso()
    .required()
    .messages({ 'date.format': msg`from must be a time like 2027-06-01T06:00Z` }),
  minutes: Joi.number().integer().min(1).max(MOST_MINUTES).required(),
});

interface Asked {
  farm: string;
  seed: number;
  level?: Level;
}

/** A simulated logger in the field: as a stream of events, and as history. Everything it sends says that it is simulated. */
export function fieldRoute(): Router {
  const router = Router();
  const known = new Map<string, Logger>();
  const loggerOf = ({ farm: id, seed: n, level: l }: Asked): Logger => {
    const key = `${id} ${n} ${l ?? ''}`;
    let found = known.get(key);
    if (!found) {
      if (known.size >= MOST_FARMS) known.delete(known.keys().next().value!);
      known.set(key, (found = fieldLogger(fillIn(planOf(sketchOf(id)!, 'metric')), n, l)));
    }
    return found;
  };
  addRoutes(router, loggerOf);
  return router;
}

/** The station’s ways in. */
function addRoutes(router: Router, loggerOf: (asked: Asked) => Logger): void {
  const refuse = (response: Response, why: string): void =>
    void response.status(400).json({ why: why.replaceAll('"', '') });

  router.get('/channels', (request, response) => {
    const { value, error } = streamAsked.validate(request.query);
    if (error) return refuse(response, error.message);
    const { channels } = loggerOf(value as Asked);
    response
      .set('Cache-Control', 'no-store')
      .json({ simulated: true, farm: (value as Asked).farm, channels });
  });

  router.get('/history', (request, response) => {
    const { value, error } = historyAsked.validate(request.query);
    if (error) return refuse(response, error.message);
    const { from, minutes, ...asked } = value as Asked & { from: Date; minutes: number };
    response
      .set('Cache-Control', 'no-store')
      .type('text/csv')
      .send(historyCsv(loggerOf(asked), Math.floor(from.getTime() / MINUTE_MS), minutes));
  });

  let listening = 0;
  router.get('/stream', (request, response) => {
    const { value, error } = streamAsked.validate(request.query);
    if (error) return refuse(response, error.message);
    if (listening >= MOST_LISTENING)
      return void response.status(503).json({ why: msg`too many listeners at once` });
    const asked = value as Asked & { pace: number };
    const logger = loggerOf(asked);
    listening++;
    // A stream must not wait in a buffer to be made smaller.
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      Connection: 'keep-alive',
    });
    let minute = Math.floor(Date.now() / MINUTE_MS);
    const send = (): void => {
      for (const m of logger.messagesIn(minute))
        response.write(`event: reading\ndata: ${JSON.stringify(m)}\n\n`);
      response.write(`: still here\n\n`);
      minute++;
    };
    send();
    const ticking = setInterval(send, MINUTE_MS / asked.pace);
    const ending = setTimeout(() => response.end(), LONGEST_MS);
    // The server may be stopped while somebody listens.
    ticking.unref();
    ending.unref();
    response.on('close', () => {
      listening--;
      clearInterval(ticking);
      clearTimeout(ending);
    });
  });
}
