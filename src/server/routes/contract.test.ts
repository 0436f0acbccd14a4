import { Validator } from '@seriousme/openapi-schema-validator';
import { describe, expect, it } from 'vitest';
import { openTestShop } from '../../../test/server/open-test-shop.ts';
import { CONTRACT, ROUTES } from '../../shared/contract/index.ts';
import { PARAMETERS } from '../../shared/contract/parameters.ts';
import { isQuestion, namesIn, type Route } from '../../shared/contract/route.ts';

const called = ({ method, path }: Route) => `${method} ${path}`;

describe('the contract', () => {
  it('has each address once, with names that stand for something', () => {
    expect(new Set(ROUTES.map(called)).size).toBe(ROUTES.length);
    for (const route of ROUTES)
      for (const name of namesIn(route.path)) expect(Object.keys(PARAMETERS), called(route)).toContain(name);
    const names = Object.values(CONTRACT).flatMap((family) => Object.keys(family));
    expect(new Set(names).size).toBe(names.length);
  });

  it('says what each question shows, and gives of each body an example that its shape takes', () => {
    for (const route of ROUTES) {
      if (isQuestion(route)) expect(route.shows ?? route.file, called(route)).toBeDefined();
      expect(route.example !== undefined, called(route)).toBe(route.body !== undefined);
      expect(route.body?.safeParse(route.example).error?.message, called(route)).toBeUndefined();
    }
  });

  it('is served as a document that an OpenAPI 3.1 reader takes', async () => {
    const shop = await openTestShop();
    const { body } = await shop.ask('get', '/openapi.json').expect(200);
    const { valid, errors } = await new Validator().validate(body);
    expect(errors ?? []).toEqual([]);
    expect(valid).toBe(true);
    expect(body.openapi).toMatch(/^3\.1/);
    const operations = Object.values<object>(body.paths).flatMap((path) => Object.keys(path));
    expect(operations).toHaveLength(ROUTES.length);
    await shop.close();
  });
});
