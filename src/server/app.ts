import { existsSync } from 'node:fs';
import path from 'node:path';
import compression from 'compression';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import { ZodError } from 'zod';
import { FieldError } from '../core/field-error.ts';
import { PROBLEMS, type ProblemCode, type ProblemDetails, problemType } from '../shared/problem-details.ts';
import '../shared/sentences.ts';
import { Conflict, Refusal } from './commands/refusal.ts';
import type { Shop } from './commands/shop.ts';
import { CannotWork, DatabaseDied, NoRoom, NotKnown, TooBusy } from './db/trouble.ts';
import { onlyOwnNames, onlyOwnPage, onlyReadableAddress, onlyWritableText } from './routes/guard.ts';
import { routesOf } from './routes/index.ts';

/** Most that is sent at once; of a file of readings 4 MB and the marks that JSON puts into its text. */
const [MOST_BODY_MB, MOST_FILE_MB] = [1, 9];
/** Most of a file of jobs with its pictures, and what the marks of JSON add. */
const MOST_JOBS_MB = 125;
/** Where files of readings, and boards with many of them, come in. */
const TAKES_FILES = /^\/(?:boards|jobs)\/[^/]+\/(?:readings|targets|pictures)$|^\/approvals$/;
/** Where whole jobs come in. */
const TAKES_JOBS = /^\/brought(?:\/look|\/shelf)?$/;
const WEB = path.resolve(import.meta.dirname, '../../dist/web');

/** What can be wrong with a body before anybody has read it, by the word of the parser. */
const UNREAD: Readonly<Record<string, { status: number; detail: string }>> = {
  'entity.too.large': {
    status: 413,
    detail: `What was sent is larger than is taken at once: ${MOST_BODY_MB} MB, a file of readings or a picture ${MOST_FILE_MB} MB, one of jobs ${MOST_JOBS_MB} MB.`,
  },
  'entity.parse.failed': { status: 400, detail: 'The request is not valid JSON.' },
  'charset.unsupported': { status: 415, detail: 'The request is not written in UTF-8.' },
  'encoding.unsupported': { status: 415, detail: 'The request is packed in a way that is not known here.' },
};

/** What a refusal is, by its status. */
const REFUSED_AS: Readonly<Record<number, ProblemCode>> = {
  400: 'not-understood',
  404: 'not-there',
  421: 'not-understood',
  422: 'not-accepted',
};

function problemOf(error: unknown): ProblemDetails {
  const problem = (status: number, code: ProblemCode, detail: string, field?: string): ProblemDetails => ({
    type: problemType(code),
    title: PROBLEMS[code],
    status,
    detail,
    ...(field ? { field } : {}),
  });
  if (error instanceof ZodError) {
    const [issue] = error.issues;
    return problem(422, 'not-accepted', issue?.message ?? error.message, issue?.path.join('.'));
  }
  if (error instanceof FieldError) return problem(422, 'not-accepted', error.message, error.field);
  if (error instanceof Conflict) return { ...problem(409, 'changed-meanwhile', error.message), current: error.current };
  if (error instanceof NoRoom) return problem(507, 'no-room', error.message);
  if (error instanceof CannotWork) return problem(503, 'not-working', error.message);
  if (error instanceof NotKnown)
    return problem(
      503,
      'not-known',
      'The database broke off while this was being kept: it may be kept or not. Try once more: the same thing is never kept twice.',
    );
  if (error instanceof TooBusy)
    return problem(503, 'too-busy', 'More ask at once than the database takes. Nothing was changed; try once more.');
  if (error instanceof DatabaseDied)
    return problem(503, 'not-kept', 'The database broke off: nothing of this was kept. Try once more.');
  if (error instanceof Refusal)
    return problem(error.status, REFUSED_AS[error.status] ?? 'not-possible', error.message, error.field);
  const { type, status } = error as { type?: string; status?: number };
  const unread = UNREAD[type ?? ''];
  if (unread) return problem(unread.status, 'not-understood', unread.detail);
  if (status && status >= 400 && status < 500)
    return problem(status, 'not-understood', 'The request is not written as requests are.');
  return problem(500, 'our-fault', 'Something went wrong in the program. Nothing was changed; try once more.');
}

/** The whole server on an open shop. */
export function createApp(shop: Shop, onFault: (error: unknown) => void = () => {}, hosts: string[] = []): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          styleSrc: ["'self'", "'unsafe-inline'"],
          workerSrc: ["'self'", 'blob:'],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(onlyOwnNames(hosts));
  app.use(compression());
  const api = express.Router();
  const [small, large, jobs] = [MOST_BODY_MB, MOST_FILE_MB, MOST_JOBS_MB].map((mb) =>
    express.json({ limit: mb * 1e6 }),
  );
  const body: RequestHandler = (request, response, next) =>
    (TAKES_JOBS.test(request.path) ? jobs : TAKES_FILES.test(request.path) ? large : small)?.(request, response, next);
  api.use(onlyOwnPage, onlyReadableAddress, body, onlyWritableText);
  api.use(routesOf(shop));
  api.use((request) => {
    throw new Refusal(404, `There is nothing at ${request.method} ${request.originalUrl}.`);
  });
  const answerProblem: ErrorRequestHandler = (error, _request, response, _next) => {
    const problem = problemOf(error);
    if (problem.status === 500) onFault(error);
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
  };
  app.use('/api', api, answerProblem);

  if (existsSync(WEB)) {
    // A name in assets/ has the hash of its content in it: what it names never changes.
    app.use('/assets', express.static(path.join(WEB, 'assets'), { immutable: true, maxAge: '1y', index: false }));
    app.use(express.static(WEB, { index: false }));
    app.use((request, response, next) => {
      if (request.method !== 'GET' || path.extname(request.path)) return next();
      response.sendFile(path.join(WEB, 'index.html'), { headers: { 'cache-control': 'no-cache' } });
    });
  }
  app.use(answerProblem);
  return app;
}
