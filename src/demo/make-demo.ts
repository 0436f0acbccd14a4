import { usualTake } from '../core/board/wood.ts';
import { parseParts } from '../core/formats/parts.ts';
import { usualCoats } from '../core/layers/layer.ts';
import type { ClockKnown } from '../shared/clock.ts';
import type { House } from '../shared/house.ts';
import { newId } from '../shared/id.ts';
import type { Job } from '../shared/job.ts';
import { type Ask, askAt } from './ask.ts';
import { at, BEGAN, MORNINGS, STANDS, TO_COME } from './days.ts';
import { COAT_WOODS } from './products.ts';
import { LIBRARY_REFIT, ladderOf, type Scenario } from './scenario.ts';
import { BEGINS, bringTo, byEyes, type DemoWork, piecesUnderWay, together, underWay } from './work.ts';

const TISSUE_NAMES = ['ground', 'grain', 'pore'] as const;
/** Makes the demo shop through the public API, with boards and readings from the simulated workshop. */
export async function makeDemo(
  address: string,
  say: (line: string) => void,
  { species: woods, mediums, colourants, supplies, lots, jobs, people, rack }: Scenario = LIBRARY_REFIT,
): Promise<void> {
  const ask = askAt(address);

  say('Making the demo shop …');
  // Everything is done at its time: the demo's clock is turned to each next thing, and stands where it opens.
  const { turnable: may } = (await ask('GET', '/clock')) as ClockKnown;
  const turnable = may && jobs.length > 0;
  let now = 0;
  const turnTo = async (moment: number) => {
    if (!turnable || moment <= now) return;
    now = moment;
    await ask('PUT', '/clock', { to: new Date(moment).toISOString() });
  };
  await turnTo(BEGAN);
  const { simulated, version } = (await ask('GET', '/house')) as House;
  if (!simulated) await ask('PATCH', '/house', { version, simulated: true });

  for (const species of woods) {
    // The shop read the light and dark parts of an offcut; how they take colour it knows only roughly.
    const tissues = [];
    for (const [i, fraction] of species.fractions.entries()) {
      const name = TISSUE_NAMES[i] as string;
      const read = (await ask('POST', '/instrument/tissue', { speciesId: species.id, tissue: name })) as {
        reflectance: number[];
      };
      tissues.push({ name, fraction, reflectance: read.reflectance, ...usualTake(species.anatomy ?? 'fine', name) });
    }
    const { fractions: _, ...rest } = species;
    await ask('POST', '/species', { ...rest, tissues });
  }

  for (const medium of mediums) {
    await ask('POST', '/mediums', medium);
    if (medium.kind === 'oil') continue;
    const samples = [];
    const coats = usualCoats(medium.kind);
    for (const speciesId of COAT_WOODS.filter((id) => woods.some((w) => w.id === id))) {
      const readings = (await ask('POST', '/instrument/coat', { mediumId: medium.id, speciesId, coats })) as object;
      samples.push({ id: newId(), speciesId, coats, ...readings });
    }
    await ask('POST', `/mediums/${medium.id}/coats`, { samples });
  }

  for (const colourant of colourants) {
    await ask('POST', '/colourants', colourant);
    const rungs = [];
    for (const rung of ladderOf(colourant.kind).filter((r) => woods.some((w) => w.id === r.speciesId))) {
      const readings = await ask('POST', '/instrument/rung', { colourantId: colourant.id, ...rung });
      rungs.push({ id: newId(), ...rung, ...(readings as { before: number[]; after: number[] }) });
    }
    if (rungs.length > 0) await ask('POST', `/colourants/${colourant.id}/ladder`, { rungs });
  }

  for (const supply of supplies) await ask('POST', '/supplies', supply);
  // Of what was left out of the shelf there is no lot.
  const there = new Set([
    ...colourants.map((c) => `colourant/${c.id}`),
    ...mediums.map((m) => `medium/${m.id}`),
    ...supplies.map((s) => `supply/${s.id}`),
  ]);
  for (const lot of lots.filter((l) => there.has(l.item))) await ask('POST', '/lots', { id: newId(), ...lot });

  for (const person of people) await ask('POST', '/people', { id: newId(), ...person });
  await ask('POST', '/instruments', {
    id: newId(),
    name: 'Simulated spectrophotometer',
    geometry: 'D/8, specular included, 8 mm',
    note: 'Ships with the program.',
  });
  for (const board of rack) await ask('POST', '/rack', { id: newId(), ...board });

  // The jobs are the first person's; where eyes judge, the second looks too.
  const { people: named } = (await ask('GET', '/house')) as House;
  const [work, second] = people.map(({ name }) => askAt(address, named.find((p) => p.name === name)?.id));
  if (!work) return;
  if (jobs.length === 0) return;
  const works: DemoWork[] = [];
  for (const { target, woods: species, parts, due, underWay: drying, ...job } of jobs) {
    const { id, version } = (await work('POST', '/jobs', { id: newId(), ...job })) as Job;
    if (due) await work('PATCH', `/jobs/${id}`, { version, due });
    const told = 'piece' in target ? { source: 'instrument', count: 5, ...target } : { source: 'words', ...target };
    await work('POST', `/jobs/${id}/readings`, { takingId: newId(), ...told });
    for (const { speciesId, offcuts, progress } of species) {
      const wood = { id: newId(), boardId: newId(), speciesId };
      await work('POST', `/jobs/${id}/woods`, wood);
      await work('PUT', `/woods/${wood.id}/offcuts`, { version: 1, offcuts });
      if (progress === 'by-eyes') continue;
      await work('POST', `/boards/${wood.boardId}/readings`, {
        stage: 0,
        reading: { takingId: newId(), source: 'instrument', count: 5 },
      });
    }
    const { woods: made } = (await work('GET', `/jobs/${id}`)) as Job;
    const named = made.map((w) => ({ id: w.id, names: [w.speciesId] }));
    const read = parseParts(parts.join('\n'), named, 'millimetres').parts;
    await work('POST', `/jobs/${id}/parts`, { parts: read.map((part) => ({ id: newId(), ...part })) });
    for (const { speciesId, progress } of species) {
      works.push(bringTo(progress, work, id, speciesId, BEGINS[progress]));
      if (progress === 'by-eyes' && second) works.push(byEyes([work, second], id, speciesId));
      if (progress === 'passed' && turnable) works.push(piecesUnderWay(work, id, speciesId));
    }
    if (drying && turnable) works.push(underWay(work, id));
  }
  if (turnable) works.push(airOfTheDays(ask));
  for await (const moment of together(works)) await turnTo(moment);
  await turnTo(STANDS);
}

/** The air, noted each morning, and what is forecast. */
async function* airOfTheDays(ask: Ask): DemoWork {
  const note = (air: object) => ask('POST', '/clock/air', { id: newId(), ...air });
  for (const { day, ...air } of MORNINGS) {
    yield at(day, 8, 5);
    await note(air);
  }
  for (const { day, ...air } of TO_COME)
    await note({ ...air, source: 'forecast', at: new Date(at(day, 8)).toISOString() });
}
