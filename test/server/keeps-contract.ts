import { ROUTES } from '../../src/shared/contract/index.ts';
import { type Route, refusalsOf } from '../../src/shared/contract/route.ts';
import { ProblemDetails } from '../../src/shared/problem-details.ts';

/** The route that an address is of: one that is written out goes before one with names in it. */
export function routeOf(method: string, path: string): Route | undefined {
  const [plain = ''] = path.split('?');
  const fits = (route: Route) =>
    new RegExp(`^${route.path.replaceAll('.', '\\.').replace(/:\w+/g, '[^/]+')}/?$`).test(plain);
  return ROUTES.filter((r) => r.method === method.toUpperCase() && fits(r)).sort(
    (a, b) => a.path.split(':').length - b.path.split(':').length,
  )[0];
}

/** The path of the first name that a shape would lose. */
function lost(sent: unknown, taken: unknown, path = ''): string | null {
  if (typeof sent !== 'object' || sent === null || typeof taken !== 'object' || taken === null) return null;
  for (const [name, value] of Object.entries(sent)) {
    if (!Object.hasOwn(taken, name)) return `${path}${name}`;
    const inner = lost(value, (taken as Record<string, unknown>)[name], `${path}${name}.`);
    if (inner) return inner;
  }
  return null;
}

/** An answer is of the shape that its route promises, and a refusal one that it names. @throws Error */
export function keepsContract(method: string, path: string, { status, body }: { status: number; body: unknown }): void {
  const route = routeOf(method, path);
  if (!route) return;
  const what = `${route.method} ${route.path}`;
  if (status >= 400) {
    const code = ProblemDetails.parse(body).type.replace('/problems/', '');
    if (!(refusalsOf(route) as readonly string[]).includes(code))
      throw new Error(
        `${what} refused with ${status} ${code}, which its contract does not name: ${JSON.stringify(body)}`,
      );
    return;
  }
  const wanted = route.answer || route.file ? (route.makes ? 201 : 200) : 204;
  if (status !== wanted) throw new Error(`${what} answered ${status}, not ${wanted}.`);
  if (!route.answer) return;
  const taken = route.answer.safeParse(body);
  if (!taken.success) throw new Error(`${what} answered another shape: ${taken.error.message}`);
  const name = lost(body, taken.data);
  if (name) throw new Error(`${what} answered “${name}”, which its shape does not know.`);
}
