import { existsSync } from 'node:fs';
import path from 'node:path';
import compression from 'compression';
import express, { type ErrorRequestHandler, type Express } from 'express';
import helmet from 'helmet';
import { ZodError } from 'zod';
import { FieldError } from '../core/field-error.ts';
import type { ProblemDetails } from '../shared/problem-details.ts';
import '../shared/sentences.ts';
import { Conflict, Refusal } from './acts/refusal.ts';
import type { Shop } from './acts/shop.ts';
import { boardRoutes } from './routes/boards.ts';
import { houseRoutes } from './routes/house.ts';
import { instrumentRoutes } from './routes/instrument.ts';
import { jobRoutes } from './routes/jobs.ts';
import { shelfRoutes } from './routes/shelf.ts';

const MOST_BODY = '6mb';
const WEB = path.resolve(import.meta.dirname, '../../dist/web');

function problemOf(error: unknown): ProblemDetails {
  const problem = (status: number, title: string, detail: string, field?: string): ProblemDetails => ({
    type: 'about:blank',
    title,
    status,
    detail,
    ...(field ? { field } : {}),
  });
  if (error instanceof ZodError) {
    const [issue] = error.issues;
    return problem(422, 'Not accepted', issue.message, issue.path.join('.'));
  }
  if (error instanceof FieldError) return problem(422, 'Not accepted', error.message, error.field);
  if (error instanceof Conflict) return { ...problem(409, 'Changed meanwhile', error.message), current: error.current };
  if (error instanceof Refusal) return problem(error.status, 'Not possible', error.message, error.field);
  const { type } = error as { type?: string };
  if (type === 'entity.too.large') return problem(413, 'Too large', 'The file is too large: 4 MB is the most.', 'file');
  if (type === 'entity.parse.failed') return problem(400, 'Not understood', 'The request is not valid JSON.');
  return problem(500, 'Our fault', 'Something went wrong in the program. Nothing was changed; try once more.');
}

/** The whole server on an open shop. */
export function createApp(shop: Shop, onFault: (error: unknown) => void = () => {}): Express {
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
  app.use(compression());
  const api = express.Router();
  api.use(express.json({ limit: MOST_BODY }));
  api.get('/health', (_, response) => {
    response.json({ ok: true });
  });
  api.use(shelfRoutes(shop), jobRoutes(shop), boardRoutes(shop), houseRoutes(shop), instrumentRoutes());
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
  return app;
}
