/** The web application: the API under /api, and the built interface beside it. */
import compression from 'compression';
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { pinoHttp } from 'pino-http';
import { commentRoutes } from './board-comments';
import { decisionRoutes } from './decisions';
import { BoardDesk } from './board-desk';
import { fileRoutes } from './board-files';
import { refinementRoutes } from './board-refinements';
import { sharingRoutes } from './board-sharing';
import { tileRoutes } from './board-tiles';
import { boardRoutes } from './boards';
import type { Context } from './context';
import { findRoutes } from './find';
import { findingRoutes } from './findings';
import { draftRoutes } from './drafts';
import { importRoutes } from './imports';
import { inquiryRoutes } from './inquiries';
import { modelRoutes } from './models';
import { actionRoutes } from './actions';
import { alertRoutes } from './alerts';
import { briefingRoutes } from './briefings';
import { digestRoutes, feedRoutes } from './digests';
import { jobRoutes, unsubscribeRoutes } from './jobs';
import { keptFigureRoutes } from './kept-figures';
import { receiverRoutes } from './receivers';
import { routineRoutes } from './routines';
import { termRoutes } from './terms';
import { workshopRoutes } from './workshop';
import { roomRoutes } from './rooms';
import { openApi } from './openapi';
import { peopleRoutes } from './people';
import { onceOnly } from './sent-again';
import { audit } from '../store/schema';
import { VERSION } from './version';
import { Problem } from '@zud/core/contract/problem';
import { problemOf } from './problem';
import { identify, requireSignIn, sameOrigin, sessionRoutes } from './session';
import { framing, sharedRoutes } from './shared';
import { queryRoutes } from './queries';
import { tableRoutes } from './tables';
import { withoutSecrets } from './without-secrets';

/** @param webFolder the built interface, or null to serve the API only */
export function createApp(context: Context, webFolder: string | null): Express {
  const app = express();
  app.disable('x-powered-by');
  // who stands behind a proxy, and whether they came over TLS, is believed of proxies that the installation names
  app.set('trust proxy', context.trustProxy);
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          scriptSrc: ["'self'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use((request, response, next) => {
    if (request.secure) response.setHeader('strict-transport-security', 'max-age=31536000; includeSubDomains');
    next();
  });
  app.use(
    pinoHttp({
      logger: context.log,
      serializers: {
        req: (request: { method: string; url: string }) => ({
          method: request.method,
          path: withoutSecrets(request.url),
        }),
        res: (response: { statusCode: number }) => ({ status: response.statusCode }),
      },
      customLogLevel: (_request, response, error) =>
        response.statusCode === 503 ? 'warn' : error || response.statusCode >= 500 ? 'error' : 'debug',
    }),
  );
  // the lightest level: most answers are small, and many people ask at once
  app.use(
    compression({
      level: 1,
      filter: (request, response) => !request.path.endsWith('/events') && compression.filter(request, response),
    }),
  );

  // answers hold what is for one person's eyes
  app.use('/api', (_request, response, next) => {
    response.setHeader('cache-control', 'no-store');
    next();
  });
  app.get('/api/health', (_request, response) => {
    Promise.all([context.database.pool.query('select 1'), context.disk.state()]).then(
      ([, disk]) =>
        response.status(disk === 'full' ? 503 : 200).json({
          ok: disk !== 'full',
          version: VERSION,
          database: 'up',
          disk,
          engines: ['PostgreSQL', ...(context.copy === null ? [] : ['DuckDB'])],
          streams: context.feed.streams,
          ...(context.copy === null ? {} : { copy: context.copy.state }),
        }),
      () => response.status(503).json({ ok: false, version: VERSION, database: 'down', engines: [] }),
    );
  });
  // made when it is first asked for: it takes a second or two, and few ask
  let description: object | null = null;
  app.get('/api/openapi.json', (_request, response) => response.json((description ??= openApi())));
  app.use('/api', unsubscribeRoutes(context), feedRoutes(context));
  app.use('/api', identify(context), sameOrigin, requireSignIn);
  // a model file is taken as it is written, and a table as a stream; all else is JSON
  const json = express.json({ limit: '600kb' });
  app.use('/api', (request, response, next) =>
    /^\/(models(\/[^/]+)?|tables|imports)\/?$/.test(request.path) ? next() : json(request, response, next),
  );
  app.use('/api', onceOnly(context));
  const desk = new BoardDesk(context);
  const boards = [
    boardRoutes,
    tileRoutes,
    refinementRoutes,
    commentRoutes,
    decisionRoutes,
    fileRoutes,
    sharingRoutes,
    sharedRoutes,
  ].map((routes) => routes(context, desk));
  app.use(
    '/api',
    queryRoutes(context),
    tableRoutes(context),
    modelRoutes(context),
    findingRoutes(context),
    importRoutes(context),
    draftRoutes(context),
    termRoutes(context),
    workshopRoutes(context),
    alertRoutes(context),
    actionRoutes(context),
    briefingRoutes(context),
    routineRoutes(context),
    jobRoutes(context),
    receiverRoutes(context),
    keptFigureRoutes(context),
    roomRoutes(context),
    digestRoutes(context),
    sessionRoutes(context),
    peopleRoutes(context),
    inquiryRoutes(context),
    findRoutes(context),
    ...boards,
  );
  app.use('/api', () => {
    throw new Problem(404, 'Not found', 'There is nothing at this address.');
  });

  if (webFolder !== null) {
    app.use(express.static(webFolder, { index: false, maxAge: '1y', immutable: true }));
    app.get('/shared/:token', framing(context));
    app.get(/.*/, (_request, response) =>
      response.sendFile(path.join(webFolder, 'index.html'), { headers: { 'cache-control': 'no-cache' } }),
    );
  }
  app.use(answerProblem(context));
  return app;
}

function answerProblem(context: Context) {
  const {
    log,
    database: { store },
  } = context;
  return (error: unknown, request: Request, response: Response, _next: NextFunction): void => {
    if (response.headersSent) {
      response.end();
      return;
    }
    const problem = problemOf(error);
    if (problem.status === 507) context.disk.noteFull();
    if (problem.status >= 500) {
      const reference = randomUUID().slice(0, 8);
      log.error({ reference, err: error }, problem.title);
      response
        .status(problem.status)
        .type('application/problem+json')
        .json({
          type: 'about:blank',
          title: problem.title,
          status: problem.status,
          detail: `${problem.detail} Reference: ${reference}.`,
          reference,
        });
      return;
    }
    // what somebody tried and may not do is kept for who looks after the installation
    if (problem.status === 403 && request.person)
      store
        .insert(audit)
        .values({
          personId: request.person.id,
          action: 'not allowed',
          subject: request.path.slice(0, 200),
          detail: { method: request.method },
        })
        .catch((fault: unknown) => log.warn({ err: fault }, 'a refusal could not be noted'));
    if (typeof problem.more['retryAfter'] === 'number') response.setHeader('retry-after', problem.more['retryAfter']);
    response
      .status(problem.status)
      .type('application/problem+json')
      .json({
        type: 'about:blank',
        title: problem.title,
        status: problem.status,
        detail: problem.detail,
        ...problem.more,
      });
  };
}
