import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { exampleInput, keptShelf, predictionFor } from './prediction.ts';

const SHELF = keptShelf(JSON.parse(readFileSync(new URL('../../demo/shelf.json', import.meta.url), 'utf8')));
const honeyed = {
  wood: 'oak',
  layers: [
    { kind: 'dye', colours: { honey: 4 } },
    { kind: 'clear', medium: 'water-satin' },
  ],
};

describe('a prediction for a script', () => {
  it('tells every stage, raw first, with its figures', () => {
    const { stages } = predictionFor(honeyed, SHELF);
    expect(stages.map((s) => s.after)).toEqual(['raw', 'dye', 'clear']);
    for (const stage of stages) {
      expect(stage.lab).toHaveLength(3);
      expect(stage.reflectance).toHaveLength(31);
      expect(stage.tissues.map((t) => t.name)).toEqual(['ground', 'grain', 'pore']);
      for (const figure of [stage.contrast, stage.clarity, stage.blotch]) expect(figure).toBeGreaterThanOrEqual(0);
    }
    expect(stages[0]?.clarity).toBe(1);
    expect(stages[2]?.lab[0]).toBeLessThan(stages[1]?.lab[0] ?? 0);
  });
  it('takes its own example, whole, and by the demo shelf alike', () => {
    const example = exampleInput(SHELF);
    const { materials: _, ...without } = example;
    expect(predictionFor(example, SHELF)).toEqual(predictionFor(without, SHELF));
    expect(predictionFor(example, { ...SHELF, colourants: {}, mediums: {} }).stages).toHaveLength(5);
  });
  it('takes a board’s own readings, a zone and years', () => {
    const { stages } = predictionFor(honeyed, SHELF);
    const darker = stages[1]?.reflectance.map((r) => 0.9 * r);
    const corrected = predictionFor({ ...honeyed, measured: [{ layers: 1, reading: darker }] }, SHELF).stages;
    expect(corrected[2]?.lab[0]).toBeLessThan((stages[2]?.lab[0] ?? 0) - 1);
    expect(predictionFor({ ...honeyed, zone: 'end' }, SHELF).stages[2]?.lab[0]).toBeLessThan(stages[2]?.lab[0] ?? 0);
    const inYears = predictionFor({ ...honeyed, years: 30 }, SHELF).stages[2]?.lab ?? [];
    expect(Math.hypot(...inYears.map((v, i) => v - (stages[2]?.lab[i] ?? 0)))).toBeGreaterThan(1);
  });
  it.each<[string, object, string]>([
    ['wood', { wood: 'ebony' }, 'has no wood “ebony”'],
    ['layers.0.colours.honey', { layers: [{ kind: 'dye', colours: { honey: 99 } }] }, 'no stronger than 24'],
    [
      'layers.1.settings.coats',
      { layers: [{ kind: 'dye' }, { kind: 'clear', medium: 'water-satin', settings: { coats: 1.5 } }] },
      'are whole',
    ],
    ['layers.0.kind', { layers: [{ kind: 'spell' }] }, 'Invalid'],
    [
      'layers.0.colours',
      { layers: [{ kind: 'glaze', colours: { umber: 0.3, soot: 0.3, ochre: 0.3, brick: 0.3 } }] },
      'come to 120 %',
    ],
    ['preparation.grit', { preparation: { grit: 20 } }, 'at least 60'],
    ['measured', { measured: [{ layers: 5, reading: new Array(31).fill(0.5) }] }, 'no layer 5'],
    ['wood.tissues', { wood: { id: 'x', name: 'x', figure: 'beech', tannin: 0, tissues: [] } }, 'at least 1|>=1|small'],
    ['input', { colour: 'red' }, 'Unrecognized key'],
  ])('names the field that is wrong: %s', (field, over, sentence) => {
    try {
      predictionFor({ ...honeyed, ...over }, SHELF);
    } catch (error) {
      expect((error as { field: string }).field).toBe(field);
      expect((error as Error).message).toMatch(new RegExp(sentence));
      return;
    }
    throw new Error('It was accepted.');
  });
  it('runs as a command, from a file or standard input, and fails with the field and exit 1', () => {
    const run = (input: string, ...args: string[]) =>
      spawnSync(process.execPath, ['--import', 'tsx', 'scripts/urushi.ts', 'predict', ...args], {
        input,
        encoding: 'utf8',
      });
    const example = run('', '--example');
    const answer = run(example.stdout, '-');
    expect(answer.status).toBe(0);
    expect(JSON.parse(answer.stdout).stages).toHaveLength(5);
    const wrong = run(JSON.stringify({ ...honeyed, wood: 'ebony' }), '-');
    expect([wrong.status, wrong.stdout]).toEqual([1, '']);
    expect(wrong.stderr).toMatch(/^wood: The demo shelf has no wood/);
    expect(run('', 'nowhere.json').status).toBe(1);
  });
});
