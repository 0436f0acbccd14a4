import { describe, expect, it } from 'vitest';
import { circles, faultsOf, namesAsked, namesTwice, stylesWritten } from '../scripts/directions.ts';

const importing = (module: string) => `import { x } from '${module}';\nexport const y: number = x;`;
const fault = (file: string, module: string) => faultsOf(file, importing(module)).join();

describe('the directions of imports', () => {
  it.each([
    ['core/match/a.ts', '../../web/hooks/api.ts', 'core/match may not import web/hooks'],
    ['core/match/a.ts', '../learn/fit.ts', 'core/match may not import core/learn'],
    ['core/colour/a.ts', 'react', 'may not import the package react'],
    ['core/colour/a.ts', 'node:fs', 'may not import the package node:fs'],
    ['workshop/a.ts', '../core/board/wood.ts', 'workshop may not import core/board'],
    ['web/components/board/a.tsx', '../../pages/JobsPage.tsx', 'may not import web/pages'],
    ['web/hooks/a.ts', '../components/Toast.tsx', 'web/hooks may not import web/components'],
    ['web/pages/a.tsx', './JobsPage.tsx', 'do not import each other'],
    ['demo/a.ts', '../server/app.ts', 'demo may not import server'],
    ['web/shed/a.ts', 'react', 'not in the table'],
  ])('of %s: not %s', (file, module, sentence) => {
    expect(fault(file, module)).toContain(sentence);
  });
  it('let through what stands below, and see what is passed on or fetched later', () => {
    expect(fault('web/components/board/a.tsx', '../ErrorMessage.tsx')).toBe('');
    expect(fault('web/hooks/a.ts', '../../record/job/bench.ts')).toBe('');
    expect(fault('web/components/a.tsx', '@mui/material/styles')).toBe('');
    expect(faultsOf('shared/a.ts', "export * from '../server/app.ts';").join()).toContain('may not import server');
    expect(faultsOf('web/a.tsx', "const page = () => import('../server/app.ts');").join()).toContain('server');
  });
});

describe('the name of a kind of layer', () => {
  it('is asked by its optics and at the bench, nowhere else', () => {
    const asks = "if (layer.kind === 'gel-stain') return 1;";
    expect(namesAsked('core/rules/a.ts', asks).join()).toContain('rules/a.ts:1');
    expect(namesAsked('web/pages/a.tsx', `\n${asks}`).join()).toContain('a.tsx:2');
    expect(namesAsked('core/board/a.ts', asks)).toEqual([]);
    expect(namesAsked('record/a.ts', "item.kind === 'board' && KINDS[kind].is.stands")).toEqual([]);
  });
});

describe('a style', () => {
  it('of its own holds what is computed, and nothing that is known before', () => {
    const of = (style: string) => stylesWritten('web/pages/a.tsx', `<div style={{ ${style} }} />`);
    expect(of("margin: 0, display: 'grid'")).toHaveLength(1);
    expect(of('left: at(mark)')).toEqual([]);
    expect(of("position: 'absolute', height")).toEqual([]);
  });
});

describe('a name', () => {
  const of = (...files: [string, string][]) => namesTwice(new Map(files)).join();
  it('is given to one thing; what is passed on, and the route of a command, are the same thing', () => {
    const tone = 'export const tone = 1;';
    expect(of(['core/a.ts', tone], ['record/b.ts', 'export function tone() {}'])).toBe(
      'tone is exported by core/a.ts and record/b.ts: one name for one concept.',
    );
    expect(of(['core/a.ts', 'export interface Tone {}\nexport const Tone = 1;'])).toBe('');
    expect(of(['core/a.ts', tone], ['core/index.ts', "export { tone } from './a.ts';"])).toBe('');
    expect(of(['server/commands/a.ts', tone], ['shared/contract/a.ts', tone])).toBe('');
  });
});

describe('two sources', () => {
  it('do not import each other', () => {
    const pair = (back: string) =>
      circles(
        new Map([
          ['core/a.ts', importing('./b.ts')],
          ['core/b.ts', importing(back)],
        ]),
      );
    expect(pair('./a.ts')).toEqual(['core/a.ts and core/b.ts import each other.']);
    expect(pair('./c.ts')).toEqual([]);
  });
});
