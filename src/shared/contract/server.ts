import { z } from 'zod';
import { route } from './route.ts';

export const health = route({
  method: 'GET',
  path: '/health',
  does: 'Whether the server answers.',
  answer: z.object({ ok: z.literal(true) }),
  shows: 'server',
});
export const openApi = route({
  method: 'GET',
  path: '/openapi.json',
  does: 'All of this as an OpenAPI 3.1 document.',
  answer: z.record(z.string(), z.unknown()),
  shows: 'server',
});
