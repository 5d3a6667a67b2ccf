import express, { type Express } from 'express';
import helmet from 'helmet';
import { join } from 'node:path';
import { stationRoute } from './station/route';

/**
 * Serves the built application with security headers, and a simulated weather station that it may listen to. Plans never
 * leave the browser.
 * @param webRoot folder of the built application
 */
export function createApp(webRoot: string): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
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
  const inAYear = '365d';
  app.use(
    '/assets',
    express.static(join(webRoot, 'assets'), { immutable: true, maxAge: inAYear, fallthrough: false }),
  );
  app.use('/station', stationRoute());
  app.use(express.static(webRoot, { index: false }));
  app.use((request, response, next) => {
    if (!['GET', 'HEAD'].includes(request.method) || !request.accepts('html')) return next();
    response.set('Cache-Control', 'no-cache').sendFile(join(webRoot, 'index.html'));
  });
  return app;
}
