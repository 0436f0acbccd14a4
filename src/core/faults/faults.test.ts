import { describe, expect, it } from 'vitest';
import { histories } from '../../../test/fixtures/histories.ts';
import { nth } from '../known.ts';
import { RULES } from '../rules/index.ts';
import { CAUSES, type Case, causeOf, FAULTS, faultOf, faultsLike, NOTHING_NOTED, suspects } from './index.ts';

const of = (over: Partial<Case>): Case => ({ ...NOTHING_NOTED, ...over });
const fault = (id: string) =>
  nth(
    [faultOf(id)].flatMap((f) => f ?? []),
    0,
  );
const first = (id: string, over: Partial<Case>, found?: Parameters<typeof suspects>[2]) =>
  nth(suspects(fault(id), of(over), found), 0);

describe('the fault finder', () => {
  it('knows thirty-five faults at least, all their causes, and of each cause a test, a remedy and how to avoid it', () => {
    expect(FAULTS.length).toBeGreaterThanOrEqual(35);
    expect(new Set(FAULTS.map((f) => f.id)).size).toBe(FAULTS.length);
    const used = new Set(FAULTS.flatMap((f) => Object.keys(f.causes)));
    for (const { causes } of FAULTS) for (const id of Object.keys(causes)) expect(causeOf(id), id).toBeDefined();
    for (const { id, test, remedy, avoid } of CAUSES) {
      expect(used, id).toContain(id);
      for (const text of [test, remedy, avoid]) expect(text).toMatch(/^[A-Z0-9].*[.?]$/);
    }
  });
  it('asks only for rules that there are', () => {
    const known = new Set(RULES.map((r) => r.id));
    const asked = CAUSES.flatMap((c) => {
      const seen: string[] = [];
      const has = (id: string) => {
        seen.push(id);
        return false;
      };
      const broken = { has, get: () => '' } as unknown as Case['broken'];
      c.evidence(of({ broken, waitsKnown: true, airKnown: true }));
      return seen;
    });
    expect(asked.filter((id) => !known.has(id))).toEqual([]);
  });
  it('with nothing in the record goes by what is usual', () => {
    expect(first('blotch', {}).cause.id).toBe('thirsty-wood');
    const all = suspects(fault('tacky'), NOTHING_NOTED);
    expect(all.reduce((sum, s) => sum + s.likely, 0)).toBeCloseTo(1);
  });
  it('believes the record: a dark stain hurried, iron wool under water, a pour that went wrong', () => {
    const hurried = first('pulled-up', {
      broken: new Map([['dark-oil-stain', 'Dark oil stain under varnish']]),
      waitsKnown: true,
    });
    expect([hurried.cause.id, hurried.likely > 0.6]).toEqual(['dark-not-dry', true]);
    expect(hurried.evidence[0]?.text).toMatch(/dark oil stain under varnish/);
    expect(first('darker', { poured: 1.2 }).cause.id).toBe('poured-wrong');
    // Poured too little it cannot have come out darker by that.
    expect(first('darker', { poured: 0.8 }).cause.id).not.toBe('poured-wrong');
  });
  it('what speaks against a cause is said too', () => {
    const [worst] = suspects(fault('tacky'), of({ waitsKnown: true, airKnown: true, stale: false })).filter(
      (s) => s.cause.id === 'stale',
    );
    expect(worst?.evidence.some((e) => e.factor < 1)).toBe(true);
  });
  it('shifts with what this shop has found, by counts', () => {
    const found = Array.from({ length: 30 }, () => ({ fault: 'blotch', cause: 'contaminated' }));
    expect(first('blotch', {}, found).cause.id).toBe('contaminated');
    expect(first('blotch', {}, found.slice(0, 3)).cause.id).toBe('thirsty-wood');
    expect(first('lap-marks', {}, found).cause.id).toBe('edge-dried');
  });
  it('finds a fault by where it is, when it showed and how it feels', () => {
    const ids = faultsLike({ where: 'specks', when: 'days later', feels: 'nothing' }).map((f) => f.id);
    expect(ids[0]).toBe('rust-specks');
    expect(faultsLike({}).length).toBe(FAULTS.length);
  });
  it('ranks a planted cause first in 60 of 100 simulated histories, among three in 90, and better than what is usual', () => {
    const all = histories(200);
    const place = (h: (typeof all)[number], c: Case) => suspects(h.fault, c).findIndex((s) => s.cause.id === h.cause);
    const share = (most: number, by: (h: (typeof all)[number]) => Case) =>
      all.filter((h) => place(h, by(h)) < most).length / all.length;
    const [one, three] = [share(1, (h) => h.of), share(3, (h) => h.of)];
    expect(one).toBeGreaterThanOrEqual(0.6);
    expect(three).toBeGreaterThanOrEqual(0.9);
    expect(one).toBeGreaterThan(share(1, () => NOTHING_NOTED));
    console.log(
      one,
      three,
      share(1, () => NOTHING_NOTED),
      share(3, () => NOTHING_NOTED),
    );
  });
});
