import compression from 'compression';
import packedFiles from 'express-static-gzip';
import express, { type ErrorRequestHandler, type Express, type Request, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { join } from 'node:path';
import { msg } from '../core/language';
import { fieldRoute } from './station/field';
import { stationRoute } from './station/route';

/** What the server lets one visitor ask for: pages load dozens of files, the station is asked now and then. */
export interface Allowances {
  filesPerMinute: number;
  stationPerMinute: number;
}
const USUAL: Allowances = { filesPerMinute: 3000, stationPerMinute: 120 };
const A_MINUTE_MS = 60_000;
/** Addresses longer than this are none of ours, characters. */
const LONGEST_ADDRESS = 2000;

const perMinute = (limit: number): express.RequestHandler =>
  rateLimit({
    windowMs: A_MINUTE_MS,
    limit,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (request, response) =>
      refuse(request, response, 429, msg`Too many requests. Wait a minute and try again.`),
  });

/** Whether an address has whole escapes only. */
function isReadable(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

/** An answer that something cannot be had, of the kind that was asked for, and nothing about the machine. */
function refuse(request: Request, response: Response, status: number, why: string): void {
  response.status(status).set('Cache-Control', 'no-store');
  if (request.accepts(['html', 'json', 'text']) === 'json') response.json({ why });
  else response.type('text/plain').send(`${why}\n`);
}

/**
 * Serves the built application with security headers, and a simulated weather station that it may listen to. Plans never
 * leave the browser.
 * @param webRoot folder of the built application
 */
export function createApp(webRoot: string, allowances: Allowances = USUAL): Express {
  const app = express();
  addGuards(app);
  app.get('/health', (_, response) => void response.set('Cache-Control', 'no-store').json({ ok: true }));
  app.use('/station', perMinute(allowances.stationPerMinute), stationRoute());
  app.use('/field', perMinute(allowances.stationPerMinute), fieldRoute());
  app.use(perMinute(allowances.filesPerMinute));
  const inAYear = '365d';
  // Packed when it was built, not for each request.
  app.use(
    '/assets',
    packedFiles(join(webRoot, 'assets'), {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      index: false,
      serveStatic: { immutable: true, maxAge: inAYear, redirect: false },
    }),
  );
  app.use(compression());
  // What keeps the application in the browser must be looked at afresh, or a newer version would never be found.
  app.use(
    express.static(webRoot, {
      index: false,
      redirect: false,
      setHeaders: (response) => void response.setHeader('Cache-Control', 'no-cache'),
    }),
  );
  app.use((request, response) => {
    // A file that is not there must not be answered with a page: a browser would take that for the file.
    const isPage =
      request.accepts('html') &&
      !/^\/(assets|station|field)\//.test(request.path) &&
      !/\.\w{1,8}$/.test(request.path);
    if (!isPage) return refuse(request, response, 404, msg`There is no such file.`);
    response.set('Cache-Control', 'no-cache').sendFile('index.html', { root: webRoot }, (error) => {
      if (error && !response.headersSent) refuse(request, response, 503, msg`The application is not built.`);
    });
  });
  // What went wrong is told by its kind alone: no stack, no path of this machine.
  const told: ErrorRequestHandler = (error: { status?: number } | undefined, request, response, next) => {
    if (response.headersSent) return next(error);
    const status = error?.status && error.status >= 400 && error.status < 500 ? error.status : 500;
    refuse(
      request,
      response,
      status,
      status < 500 ? msg`This request cannot be read.` : msg`The server could not answer.`,
    );
  };
  app.use(told);
  return app;
}

/** Headers that every answer has, and what is refused before anything is looked for. */
function addGuards(app: Express): void {
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          // The solver that cuts rolls to least waste is WebAssembly of the application's own.
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          workerSrc: ["'self'"],
          // Controls set positions and theme colours as styles.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'", 'data:'],
          connectSrc: ["'self'"],
          objectSrc: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      // Lets page and worker share the number of the plan wanted, so that an overtaken solve stops at once.
      crossOriginEmbedderPolicy: true,
      // It is served to the same machine over plain HTTP; a browser must not be told to insist on HTTPS.
      strictTransportSecurity: false,
    }),
  );
  app.use((request, response, next) => {
    if (request.originalUrl.length > LONGEST_ADDRESS)
      return refuse(request, response, 414, msg`The address is too long.`);
    if (!isReadable(request.path)) return refuse(request, response, 400, msg`This request cannot be read.`);
    if (!['GET', 'HEAD'].includes(request.method)) {
      response.set('Allow', 'GET, HEAD');
      return refuse(request, response, 405, msg`Only reading is possible here.`);
    }
    next();
  });
}
