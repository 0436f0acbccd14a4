import { z } from 'zod';
import {
  createDocument,
  type ZodOpenApiObject,
  type ZodOpenApiOperationObject,
  type ZodOpenApiPathsObject,
} from 'zod-openapi';
import { CONTRACT } from '../../shared/contract/index.ts';
import { PARAMETERS, type ParameterName } from '../../shared/contract/parameters.ts';
import { namesIn, type Route, refusalsOf } from '../../shared/contract/route.ts';
import { PROBLEM_STATUS, PROBLEMS, type ProblemCode, ProblemDetails } from '../../shared/problem-details.ts';

/** An address as OpenAPI writes it: `/jobs/{job}`. */
const templateOf = (path: string): string => path.replace(/:(\w+)/g, '{$1}');

const problems = (route: Route): ZodOpenApiOperationObject['responses'] => {
  const byStatus = new Map<number, ProblemCode[]>();
  for (const code of refusalsOf(route))
    byStatus.set(PROBLEM_STATUS[code], [...(byStatus.get(PROBLEM_STATUS[code]) ?? []), code]);
  return Object.fromEntries(
    [...byStatus].map(([status, codes]) => [
      String(status),
      {
        description: codes.map((code) => `\`${code}\`: ${PROBLEMS[code]}.`).join(' '),
        content: { 'application/problem+json': { schema: ProblemDetails } },
      },
    ]),
  );
};

function answered({ file, answer, makes }: Route): ZodOpenApiOperationObject['responses'] {
  if (file) return { '200': { description: 'A file.', content: { [file]: { schema: { type: 'string' } } } } };
  if (!answer) return { '204': { description: 'Done.' } };
  return { [makes ? '201' : '200']: { description: 'Done.', content: { 'application/json': { schema: answer } } } };
}

function operationOf(name: string, family: string, route: Route): ZodOpenApiOperationObject {
  const { path, does, body, query, example } = route;
  const names = Object.fromEntries(
    namesIn(path).map((of) => {
      const { shape, what } = PARAMETERS[of as ParameterName];
      return [of, shape.meta({ description: `Which ${what}.` })];
    }),
  );
  return {
    operationId: name,
    tags: [family],
    summary: does,
    requestParams: { path: z.object(names), ...(query ? { query: query as z.ZodObject } : {}) },
    ...(body ? { requestBody: { required: true, content: { 'application/json': { schema: body, example } } } } : {}),
    responses: { ...answered(route), ...problems(route) },
  };
}

let made: Record<string, unknown> | null = null;
/** The contract as an OpenAPI 3.1 document; made when it is first asked for. */
export function openApiDocument(): Record<string, unknown> {
  if (made) return made;
  const paths: ZodOpenApiPathsObject = {};
  for (const [family, routes] of Object.entries(CONTRACT))
    for (const [name, route] of Object.entries<Route>(routes)) {
      const at = templateOf(route.path);
      paths[at] = { ...paths[at], [route.method.toLowerCase()]: operationOf(name, family, route) };
    }
  const document: ZodOpenApiObject = {
    openapi: '3.1.0',
    info: {
      title: 'Urushi',
      version: '1',
      description:
        'The record of a colour finisher’s shop. Whoever makes a thing makes its id (UUID version 7), so that a request sent twice changes nothing twice. What goes wrong is told as problem details (RFC 9457) with a sentence for the finisher.',
      license: { name: 'UNLICENSED' },
    },
    servers: [{ url: '/api' }],
    paths,
  };
  made = createDocument(document) as unknown as Record<string, unknown>;
  return made;
}
