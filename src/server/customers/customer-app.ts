import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { createElement, type ReactElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { BracketAnswer } from '../../shared/bracket.ts';
import { type AddressFound, answerByAddress, lookByAddress } from '../commands/brackets.ts';
import { Refusal } from '../commands/refusal.ts';
import type { Shop } from '../commands/shop.ts';
import { CustomerPage, SentencePage } from './CustomerPage.tsx';

/** Looks and answers from one machine, a minute: a person needs few, who guesses needs more than there are. */
const MOST_A_MINUTE = 30;
const MINUTE = 60_000;
/** What an answer may hold. */
const MOST_BODY = '8kb';
/** 128 bits as they stand in an address. */
const SECRET = /^[\w-]{22}$/;

/** What is said of an address that shows nothing. */
const SAID: Record<Exclude<AddressFound['state'], 'open'>, { status: number; sentence: string }> = {
  unknown: { status: 404, sentence: 'There is nothing here.' },
  used: { status: 410, sentence: 'This was answered already. Thank you.' },
  over: { status: 410, sentence: 'This address has run out. Ask the shop for another.' },
};
const THANKS = 'Thank you. The shop has your choice.';

const html = (page: ReactElement) => `<!doctype html>${renderToStaticMarkup(page)}`;
const sentence = (text: string) => html(createElement(SentencePage, null, text));

/**
 * What customers see over the shop's network: the bracket of an address that was opened for it, and nothing else. No file, no
 * script, no cookie; whatever else is asked for is not there.
 */
export function createCustomerApp(shop: Shop, onFault: (error: unknown) => void, mostAMinute = MOST_A_MINUTE): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          imgSrc: ['data:'],
          styleSrc: ["'unsafe-inline'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
          baseUri: ["'none'"],
        },
      },
      strictTransportSecurity: false,
      referrerPolicy: { policy: 'no-referrer' },
    }),
  );
  app.use((_, response, next) => {
    response.set('cache-control', 'no-store');
    next();
  });
  app.use(
    rateLimit({
      windowMs: MINUTE,
      limit: mostAMinute,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      message: sentence('That was asked too often. Try again in a minute.'),
    }),
  );
  const shown: RequestHandler<{ secret: string }> = async ({ params: { secret } }, response) => {
    const found: AddressFound = SECRET.test(secret) ? await lookByAddress(shop, secret) : { state: 'unknown' };
    if (found.state === 'open') response.send(html(createElement(CustomerPage, { shown: found.shown })));
    else response.status(SAID[found.state].status).send(sentence(SAID[found.state].sentence));
  };
  const answered: RequestHandler<{ secret: string }> = async ({ params: { secret }, body }, response) => {
    if (!SECRET.test(secret)) return void response.status(404).send(sentence(SAID.unknown.sentence));
    const taken = BracketAnswer.safeParse(body);
    if (!taken.success) {
      const found = await lookByAddress(shop, secret);
      if (found.state !== 'open')
        return void response.status(SAID[found.state].status).send(sentence(SAID[found.state].sentence));
      const [issue] = taken.error.issues;
      const trouble = issue?.path[0] === 'board' ? 'Choose one of them.' : issue?.message;
      response
        .status(422)
        .send(html(createElement(CustomerPage, { shown: found.shown, typed: body, ...(trouble ? { trouble } : {}) })));
      return;
    }
    const state = await answerByAddress(shop, secret, taken.data);
    if (state === 'open') response.send(sentence(THANKS));
    else response.status(SAID[state].status).send(sentence(SAID[state].sentence));
  };
  app
    .route('/:secret')
    .get(shown)
    .post(express.urlencoded({ extended: false, limit: MOST_BODY }), answered);
  app.use((_, response) => void response.status(404).send(sentence(SAID.unknown.sentence)));
  const trouble: ErrorRequestHandler = (error, _request, response, _next) => {
    if (error instanceof Refusal) return void response.status(error.status).send(sentence(error.message));
    const { status } = error as { status?: number };
    if (status && status >= 400 && status < 500)
      return void response.status(status).send(sentence('That was not understood.'));
    onFault(error);
    response.status(500).send(sentence('Something went wrong. Try once more.'));
  };
  app.use(trouble);
  return app;
}
