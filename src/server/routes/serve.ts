import type { RequestHandler, Router } from 'express';
import type { AnswerOf, BodyTaken, FileAnswer, ParametersOf, QueryTaken, Route } from '../../shared/contract/route.ts';
import type { Actor } from '../commands/shop.ts';
import { actorOf, bodyOf, parametersOf } from './asked.ts';

/** What a handler is given of a request: all of it taken by its shapes. */
export interface Asked<R extends Route> {
  /** What stands in the address. */
  at: { readonly [Name in keyof ParametersOf<R>]: string };
  query: QueryTaken<R>;
  body: BodyTaken<R>;
  by: Actor;
  /** Whoever asked has left before the answer. */
  gone: AbortSignal;
}
export type Handler<R extends Route> = (asked: Asked<R>) => Promise<AnswerOf<R>> | AnswerOf<R>;
/** A handler for each route of a family; one that is missing does not compile. */
export type Handlers<Family> = { [Name in keyof Family]: Family[Name] extends Route ? Handler<Family[Name]> : never };

/** Answers one route: what was sent is taken by its shapes, the answer sent as the route says. */
function answering(route: Route, handler: Handler<Route>): RequestHandler {
  return async (request, response) => {
    const { query, body, file, answer, makes } = route;
    const gone = new AbortController();
    response.once('close', () => {
      if (!response.writableEnded) gone.abort();
    });
    const asked = {
      at: parametersOf(request.params),
      query: (query ? query.parse(request.query) : undefined) as undefined,
      body: (body ? bodyOf(request, body) : undefined) as undefined,
      by: actorOf(request),
      gone: gone.signal,
    };
    let given: unknown;
    try {
      given = await handler(asked);
    } catch (trouble) {
      // Who has left is told nothing, and what was stopped for that is no fault.
      if (gone.signal.aborted) return;
      throw trouble;
    }
    if (file) {
      const { text, name } = given as FileAnswer;
      response.type(file);
      if (name) response.attachment(name);
      response.send(typeof text === 'string' ? text : Buffer.from(text));
    } else if (answer) response.status(makes ? 201 : 200).json(given);
    else response.status(204).end();
  };
}

/** Puts the routes of a family on a router. */
export function serve<Family extends Readonly<Record<string, Route>>>(
  router: Router,
  family: Family,
  handlers: Handlers<Family>,
): void {
  for (const [name, route] of Object.entries(family)) {
    const method = route.method.toLowerCase() as Lowercase<Route['method']>;
    router[method](route.path, answering(route, handlers[name] as Handler<Route>));
  }
}
