import { describe, expect, it } from 'vitest';
import { newLayer } from '../layers/layer.ts';
import { isRubbedAfter, rubbingMinutes } from './rubbing.ts';

const satin = (over: object = {}) => newLayer('clear', { medium: 'satin', rub: 'dry', ...over });

describe('rubbing is work', () => {
  it('wet is slower than dry, a pad the quickest; nothing is no work', () => {
    const [wet, dry, pad, none] = (['wet', 'dry', 'pad', 'none'] as const).map((rub) => rubbingMinutes(satin({ rub })));
    expect(wet).toBeGreaterThan(dry ?? 0);
    expect(dry).toBeGreaterThan(pad ?? 0);
    expect(none).toBe(0);
    expect(rubbingMinutes(newLayer('dye', { colours: { honey: 1 } }))).toBe(0);
  });
  it('each further paper takes less, edges alone a part', () => {
    const one = rubbingMinutes(satin({ papers: [220] }));
    expect(rubbingMinutes(satin({ papers: [220, 400] }))).toBeCloseTo(1.7 * one, 9);
    expect(rubbingMinutes(satin({ papers: [220], rubWhere: 'edges' }))).toBeLessThan(0.5 * one);
  });
  it('between its coats and after the last, or after the last alone', () => {
    expect([1, 2, 3].map((coat) => isRubbedAfter(satin(), coat, 3))).toEqual([true, true, true]);
    expect([1, 2, 3].map((coat) => isRubbedAfter(satin({ rubLast: true }), coat, 3))).toEqual([false, false, true]);
    expect([1, 2, 3].map((coat) => isRubbedAfter(satin({ rubFrom: 2 }), coat, 3))).toEqual([false, true, true]);
  });
});
