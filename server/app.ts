import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { constants } from 'node:zlib';
import compression from 'compression';
import express, { type Express, type Request, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { routes } from '#contract/routes.ts';
import { LINES_TYPE } from '#contract/snapshotLines.ts';
import { readyForAll } from '#web/texts/catalogue.ts';
import * as areas from './areas.ts';
import { jsonBodies } from './bodies.ts';
import type { Clock } from './clock.ts';
import { keepCopies, noCopies } from './db/dailyCopies.ts';
import { identityOf } from './db/identity.ts';
import { openDatabase } from './db/open.ts';
import { removeUnnamedPhotos } from './db/photos.ts';
import { type Log, openLog } from './log/append.ts';
import { logRoutes } from './log/routes.ts';
import { openStream } from './log/stream.ts';
import { loopbackOnly } from './loopback.ts';
import { openPrinter } from './papers/printer.ts';
import { noSuchRoute, onError, sendProblem } from './problems.ts';
import type { AreaRoutes, RouteContext } from './routeContext.ts';

export interface AppOptions {
  /** The SQLite file. */
  readonly file: string;
  readonly clock: Clock;
  readonly logger: Logger;
  readonly demo?: boolean;
  /** The folder of the daily copies; none are kept without it. */
  readonly copiesInto?: string | undefined;
}

export interface App {
  readonly express: Express;
  readonly log: Log;
  readonly close: () => Promise<void>;
}

/** A page of one's own, on one's own machine: far above what hands can do, far below what a runaway script does. */
const REQUESTS_PER_MINUTE = 20_000;
/** From this quality on Brotli looks further back: a tenth less of a large snapshot, in threads of its own. */
const PRESSED = 5;

/** Answers are sent small, lines of JSON too; the stream is not held back until there is enough of it to press. */
const isCompressed = (req: Request, res: Response): boolean => {
  if (req.path === routes.events) return false;
  return String(res.getHeader('Content-Type')).startsWith(LINES_TYPE) || compression.filter(req, res);
};

/** What every request passes first: who may ask, how often, how large, and what a browser may do with the answer. */
function guard(app: express.Express, logger: AppOptions['logger']): void {
  app.disable('x-powered-by');
  app.use(
    pinoHttp({
      logger,
      serializers: { req: ({ method, url }) => ({ method, url }), res: ({ statusCode }) => ({ statusCode }) },
      autoLogging: { ignore: req => !req.url?.startsWith('/api/') },
    }),
  );
  app.use(loopbackOnly);
  app.use(
    compression({ filter: isCompressed, brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: PRESSED } } }),
  );
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          upgradeInsecureRequests: null,
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          connectSrc: ["'self'"],
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(
    '/api',
    rateLimit({
      windowMs: 60_000,
      limit: REQUESTS_PER_MINUTE,
      standardHeaders: true,
      legacyHeaders: false,
      handler: (_req, res) => sendProblem(res, 'too-many-requests'),
    }),
  );
  app.use(jsonBodies);
}

/** The pages that were built, each part pressed; nothing where they were not. */
function servePages(app: express.Express): void {
  const dist = fileURLToPath(new URL('../dist', import.meta.url));
  if (!existsSync(dist)) return;
  const pressed = { enableBrotli: true, orderPreference: ['br'], index: false };
  app.use(expressStaticGzip(dist, { ...pressed, serveStatic: { maxAge: '1h' } }));
  // a part of an older build is gone: a page in its place would be taken for a program
  app.use('/assets', noSuchRoute);
  app.get('/{*path}', (_req, res) => {
    res.set('Cache-Control', 'no-cache').sendFile(join(dist, 'index.html'));
  });
}

/** Puts the server together; `main.ts` listens. */
export async function createApp({ file, clock, logger, demo = false, copiesInto }: AppOptions): Promise<App> {
  await readyForAll();
  const database = await openDatabase(file);
  const stream = openStream();
  const folder = dirname(file);
  const logId = await identityOf(database, folder);
  const { epoch } = logId;
  const log = await openLog(database, clock, ({ seq, accepted, changed }) =>
    stream.tell({ epoch, seq, ids: accepted, changed }),
  );

  const app = express();
  guard(app, logger);
  const copies = copiesInto
    ? keepCopies(folder, copiesInto, logger, () => removeUnnamedPhotos(database, clock.now()))
    : noCopies;
  const printer = openPrinter();
  const given: RouteContext = { database, log, clock, stream, printer, demo, folder, logId, copies };
  app.use(logRoutes(given));
  for (const routesOf of Object.values<AreaRoutes>(areas)) {
    const router = routesOf(given);
    if (router) app.use(router);
  }
  app.use('/api', noSuchRoute);

  servePages(app);
  app.use(onError);

  return {
    express: app,
    log,
    close: async () => {
      stream.close();
      copies.close();
      printer.close();
      await database.close();
    },
  };
}
