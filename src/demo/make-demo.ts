import { usualCoats } from '../core/layers/layer.ts';
import type { Job, JobSummary } from '../shared/job.ts';
import type { Shelf } from '../shared/shelf.ts';
import { COAT_WOODS, LIBRARY_REFIT, ladderOf, type Scenario } from './scenario.ts';

const TISSUE_NAMES = ['ground', 'grain', 'pore'] as const;
const TAKES = [1, 1.25, 1.5];
const HOLDS = [1, 1.1, 1.3];

/** Makes the demo shop through the public API, with boards and readings from the simulated workshop. */
export async function makeDemo(
  address: string,
  say: (line: string) => void,
  { species: woods, mediums, colourants, jobs }: Scenario = LIBRARY_REFIT,
): Promise<void> {
  const ask = async (method: string, path: string, body?: unknown): Promise<unknown> => {
    const response = await fetch(`${address}/api${path}`, {
      method,
      headers: { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    const answer = response.status === 204 ? null : await response.json();
    if (!response.ok) throw new Error(`${method} ${path}: ${(answer as { detail: string }).detail}`);
    return answer;
  };

  if (((await ask('GET', '/jobs')) as JobSummary[]).length > 0) return;
  say('Making the demo shop …');

  for (const species of woods) {
    // The shop read the light and dark parts of an offcut; how they take colour it knows only roughly.
    const tissues = [];
    for (const [i, fraction] of species.fractions.entries()) {
      const name = TISSUE_NAMES[i];
      const read = (await ask('POST', '/instrument/tissue', { speciesId: species.id, tissue: name })) as {
        reflectance: number[];
      };
      tissues.push({ name, fraction, reflectance: read.reflectance, dye: TAKES[i], hold: HOLDS[i] });
    }
    const { fractions: _, ...rest } = species;
    await ask('POST', '/species', { ...rest, tissues });
  }

  // A demo that was cut short goes on where it stopped.
  const shelf = (await ask('GET', '/shelf')) as Shelf;
  for (const medium of mediums) {
    const known = shelf.mediums.find((m) => m.id === medium.id);
    if (!known) await ask('POST', '/mediums', medium);
    if (medium.kind === 'oil' || known?.samples.length) continue;
    const samples = [];
    for (const speciesId of COAT_WOODS.filter((id) => woods.some((w) => w.id === id))) {
      const readings = (await ask('POST', '/instrument/coat', { mediumId: medium.id, speciesId })) as object;
      samples.push({ speciesId, coats: usualCoats(medium.kind), ...readings });
    }
    await ask('POST', `/mediums/${medium.id}/coats`, { samples });
  }

  const made = shelf.colourants;
  for (const colourant of colourants) {
    const known = made.find((c) => c.id === colourant.id);
    if (known?.absorption) continue;
    if (!known) await ask('POST', '/colourants', colourant);
    const rungs = [];
    for (const rung of ladderOf(colourant.kind)) {
      const readings = await ask('POST', '/instrument/rung', { colourantId: colourant.id, ...rung });
      rungs.push({ ...rung, ...(readings as { before: number[]; after: number[] }) });
    }
    await ask('POST', `/colourants/${colourant.id}/ladder`, { rungs });
  }

  for (const { piece_id: piece, woods: species, ...job } of jobs) {
    const { id } = (await ask('POST', '/jobs', job)) as Job;
    await ask('POST', `/jobs/${id}/readings`, { source: 'instrument', count: 5, piece });
    for (const speciesId of species) {
      const { woods: made } = (await ask('POST', `/jobs/${id}/woods`, { speciesId })) as Job;
      const board = made.find((w) => w.speciesId === speciesId)?.boards[0];
      if (board)
        await ask('POST', `/boards/${board.id}/readings`, {
          stage: 0,
          reading: { source: 'instrument', count: 5 },
        });
    }
  }
}
