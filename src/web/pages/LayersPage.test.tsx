import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { ask, DYE_AND_CLEAR, openAt, startBoard, startJob } from '../../../test/web/open.tsx';
import { KINDS, LAYER_KINDS } from '../../core/kinds/index.ts';
import { nth } from '../../core/known.ts';
import type { Job } from '../../shared/job.ts';
import type { Shelf } from '../../shared/shelf.ts';

const layers = () =>
  screen
    .getAllByRole('heading', { level: 3 })
    .map((h) => h.textContent)
    .filter((text) => !text?.startsWith('Raw'));

async function openBeech() {
  const job = await startJob({ woods: ['beech'] });
  const page = openAt(`/jobs/${job.number}/layers`);
  await screen.findByRole('heading', { name: 'Raw beech' });
  return { job, ...page };
}

/** Opens what else can be said of the open layer, and one piece of that. */
const sayingMore = (press: (name: string) => Promise<void>) => async (piece: string) => {
  await press('Say more of it');
  await press(piece);
};

/** The farther end of where boards are expected to land. */
const farEnd = () => Number(screen.getByTestId('expected').textContent?.split('–').at(-1));

describe('the layers', () => {
  it('need a wood', async () => {
    const { number: id } = await startJob();
    openAt(`/jobs/${id}/layers`);
    expect(await screen.findByText(/This job has no wood yet/)).toBeDefined();
  });
  it('begin with a dye under a clear and take every kind where it usually goes', async () => {
    const { choose } = await openBeech();
    expect(layers()).toEqual(['Dye', 'Clear × 2']);
    await choose('Add a layer', 'Glaze');
    expect(layers()).toEqual(['Dye', 'Glaze', 'Clear × 2']);
    await choose('Add a layer', 'Clear');
    expect(layers()).toEqual(['Dye', 'Glaze', 'Clear × 2', 'Clear × 2']);
    await choose('Add a layer', 'Sealer');
    expect(layers()).toEqual(['Dye', 'Glaze', 'Sealer', 'Clear × 2', 'Clear × 2']);
  });
  it('can be of every kind, each with its settings, predicted at once', async () => {
    const { choose, press } = await openBeech();
    const saying = sayingMore(press);
    for (const kind of LAYER_KINDS) {
      await choose('Add a layer', KINDS[kind].label);
      for (const { key, label } of KINDS[kind].settings) {
        if (key !== 'coats') await saying(label);
        expect(screen.getByLabelText(new RegExp(`^${label}`))).toBeDefined();
      }
      // A word on the grain under each of the three layers.
      expect(
        screen.getAllByText(
          /^(grain (clear|popped|softened|hidden)|muddy), (even|slightly uneven|blotchy|very blotchy)$/,
        ),
      ).toHaveLength(3);
      await press('Take out');
    }
    expect(screen.queryByRole('alert')).toBeNull();
    expect(layers()).toEqual(['Dye', 'Clear × 2']);
  });
  it('are sixteen at most, and say so', async () => {
    const { number: id, woods } = await startJob({ woods: ['beech'] });
    await ask('PUT', `/woods/${woods[0].id}/draft`, {
      version: 1,
      stack: Array.from({ length: 16 }, () => ({ kind: 'bleach', colours: {}, settings: {} })),
    });
    const page = openAt(`/jobs/${id}/layers`);
    await page.choose('Add a layer', 'Bleach');
    expect((await screen.findByRole('alert')).textContent).toBe('A stack holds at most 16 layers.');
  });
  it('are tuned, taken out, and brought back by Ctrl+Z; what was set is kept', async () => {
    const { job, user, choose, press } = await openBeech();
    await user.click(screen.getByRole('heading', { name: 'Dye' }));
    await choose('Add a colour', 'Wine');
    expect(farEnd()).toBeGreaterThan(0);
    const lightness = () => screen.getAllByText(/^L\* \d+ · contrast/)[2].textContent;
    const before = lightness();
    fireEvent.change(screen.getByLabelText(/^Wine /), { target: { value: '9' } });
    await waitFor(() => expect(lightness()).not.toBe(before));
    fireEvent.change(screen.getByLabelText(/^Wine /), { target: { value: '900' } });
    await waitFor(async () => {
      const [wood] = (await ask<Job>('GET', `/jobs/${job.number}`)).woods;
      // Stronger than dissolves changes nothing.
      expect(wood.draft?.[0].colours).toEqual({ wine: 9 });
    });
    await press('Take out');
    expect(layers()).toEqual(['Clear × 2']);
    const ctrl = (shiftKey = false) =>
      fireEvent.keyDown(document.body, { key: shiftKey ? 'Z' : 'z', code: 'KeyZ', ctrlKey: true, shiftKey });
    ctrl();
    await waitFor(() => expect(layers()).toEqual(['Dye', 'Clear × 2']));
    ctrl(true);
    await waitFor(() => expect(layers()).toEqual(['Clear × 2']));
  });
  it('are said as one would say them: put in, asked about, said again; each piece leads to where it is set', async () => {
    const { number } = await startJob({ woods: ['beech'] });
    const { user, press } = openAt(`/jobs/${number}/layers`);
    const say = async (text: string) => {
      const field = await screen.findByLabelText('Say the layer');
      await user.clear(field);
      await user.type(field, text);
      await press('Say it');
    };
    await say('honey 4 g/L, sprayed · oil, somehow');
    expect(await screen.findByText(/^Layer 2: (What|Which)/)).toBeDefined();
    await say('glaze: 1/2 % umber, dry-brushed, left an hour');
    await user.click(await screen.findByRole('heading', { name: 'Glaze' }));
    const sentence = await screen.findByTestId('sentence');
    expect(sentence.textContent).toBe('Glaze with 0.5 % Umber; dry-brushed; left 1 h. +');
    await user.click(within(sentence).getByRole('button', { name: '0.5 % Umber' }));
    expect(document.activeElement?.getAttribute('aria-label')).toBe('Strength of Umber');
    await user.click(within(sentence).getByRole('button', { name: 'left 1 h' }));
    expect(document.activeElement).toBe(screen.getByLabelText('left, h'));
    // Said again it takes the place of what is open.
    await say('gel with 1 % umber, brushed on and left');
    await waitFor(() =>
      expect(screen.getByTestId('sentence').textContent).toBe('Gel stain with 1 % Umber; not wiped off. +'),
    );
    expect(screen.queryByRole('heading', { name: 'Glaze' })).toBeNull();
  });
  it('are said in spoons of a powder that nobody weighed: the usual is taken at a tap, and written down as that', async () => {
    const { id, version, sheet } = (await ask<Shelf>('GET', '/shelf')).colourants.find(
      (c) => c.id === 'wine',
    ) as never as {
      id: string;
      version: number;
      sheet: object;
    };
    await ask('PATCH', `/colourants/${id}`, { version, sheet: { ...sheet, bulkDensity: null } });
    const { number } = await startJob({ woods: ['beech'] });
    const { user, press } = openAt(`/jobs/${number}/layers`);
    await user.type(await screen.findByLabelText('Say the layer'), '1/2 tsp wine in 8 fl oz');
    await press('Say it');
    await press('Take the usual, 0.6 g');
    await user.click(await screen.findByRole('heading', { name: 'Dye' }));
    // Half a teaspoon, 2.464 mL, at 0.6 g in 236.6 mL.
    await waitFor(() => expect(screen.getByTestId('sentence').textContent).toMatch(/^Dye with 6\.25 g\/L Wine\./));
    const wine = (await ask<Shelf>('GET', '/shelf')).colourants.find((c) => c.id === 'wine');
    expect(wine?.sheet).toMatchObject({ bulkDensity: 0.6, note: expect.stringMatching(/nobody has weighed it/) });
  });
  it('say what one coat more would do, how edges and end grain will differ, how long it takes, and how it ages', async () => {
    const { user, choose } = await openBeech();
    await user.click(screen.getByRole('heading', { name: 'Dye' }));
    await choose('Add a colour', 'Wine');
    expect(await screen.findByText(/^One coat more: ΔE00 \d+(\.\d)?, .*darker/)).toBeDefined();
    expect(screen.getByText(/^edges ΔE00 \d\.\d/)).toBeDefined();
    expect(screen.getByText(/^end grain ΔE00 \d+(\.\d)?, .*darker/)).toBeDefined();
    // A water dye flooded, 6 h; two coats of waterborne, 3 h each as the shop has seen, the second a little slower.
    expect(screen.getByText('about 12 h, 32 min a m² by hand')).toBeDefined();
    fireEvent.change(screen.getByLabelText(/^coats/), { target: { value: '4' } });
    await waitFor(() => expect(screen.queryByText(/^One coat more/)).toBeNull());
    await choose('Seen', 'in 10 years');
    expect(screen.getByText(/^In 10 years of daylight, .* a guess/)).toBeDefined();
    expect(screen.queryByLabelText('Light falls')).toBeNull();
  });
  it('are found by a search, taken, and planned as board 1', async () => {
    const { job, press, at } = await openBeech();
    await press('Find recipes');
    const table = await screen.findByRole('list', { name: 'Roads to the target' });
    expect(within(table).getByText(/Closest/)).toBeDefined();
    await press('Take');
    await waitFor(() => expect(farEnd()).toBeLessThan(8));
    expect(screen.getByText(/passes 1.0 with \d+ in 100/)).toBeDefined();
    expect(screen.getByText(/5 % more moves it/)).toBeDefined();
    await press('Plan board 1');
    await waitFor(() => expect(at()).toMatch(/\/boards\?board=beech-1$/));
    const [board] = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
    expect(board.recipe).toMatchObject({ origin: 'search', litres: 0.05 });
  });
  it('and their layers are found together: the best so far as it comes, roads of other systems, one taken', async () => {
    const { press } = await openBeech();
    await press('Find layers too');
    const table = await screen.findByRole('list', { name: 'Roads to the target' }, { timeout: 30_000 });
    expect(within(table).getByText(/Closest/)).toBeDefined();
    expect(within(table).getAllByText(/\d coats?, /).length).toBeGreaterThan(0);
    await press('Take');
    await waitFor(() => expect(farEnd()).toBeLessThan(6));
    expect(layers().at(-1)).toMatch(/^Clear/);
  });
  it('are left out and put back, doubled, and noted; what is left out is not planned', async () => {
    const { job, user, press, choose, at } = await openBeech();
    await user.click(screen.getByRole('heading', { name: 'Dye' }));
    await choose('Add a colour', 'Wine');
    const lightness = () => screen.getAllByText(/^L\* \d+ · contrast/).at(-1)?.textContent;
    await waitFor(() => expect(lightness()).toMatch(/\d/));
    const dyed = lightness();
    await press('Without this');
    await waitFor(() => expect(lightness()).not.toBe(dyed));
    expect(screen.getByText('left out')).toBeDefined();
    await press('With this dye again');
    await waitFor(() => expect(lightness()).toBe(dyed));
    await sayingMore(press)('note');
    fireEvent.change(screen.getByLabelText('Note'), { target: { value: 'thin, the door edges drink' } });
    await press('Twice');
    expect(layers()).toEqual(['Dye', 'Dye', 'Clear × 2']);
    await press('Without this');
    await press('Plan board 1');
    await waitFor(() => expect(at()).toMatch(/\/boards\?board=beech-1$/));
    const [board] = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
    expect(board.recipe?.stack.map((l) => l.kind)).toEqual(['dye', 'clear']);
    expect(board.recipe?.stack[0].note).toBe('thin, the door edges drink');
  });
  it('have versions, kept by name and compared; a branch keeps half with and half without', async () => {
    const { job, user, press, choose, fill } = await openBeech();
    await user.click(screen.getByRole('heading', { name: 'Dye' }));
    await choose('Add a colour', 'Wine');
    await press('Half without');
    expect(await screen.findByText('1 with the dye')).toBeDefined();
    expect(screen.getByText('the same as in hand')).toBeDefined();
    expect(screen.getByText('without the dye', { selector: 'div' })).toBeDefined();
    await waitFor(() => expect(screen.getAllByText(/in 100$/).length).toBeGreaterThan(2));
    await fill('Name of the one in hand', 'as the customer saw it');
    await press('Keep it');
    expect(await screen.findByText('3 as the customer saw it')).toBeDefined();
    await user.click(screen.getAllByRole('button', { name: 'Take' })[1] as HTMLElement);
    await waitFor(() => expect(layers()).toEqual(['Clear × 2']));
    await press('Undo');
    await waitFor(() => expect(layers()).toEqual(['Dye', 'Clear × 2']));
    await press('Redo');
    await waitFor(() => expect(layers()).toEqual(['Clear × 2']));
    const { versions } = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0];
    expect(versions.map((v) => v.stack.length)).toEqual([2, 1, 2]);
    await press('Versions, 3 kept');
    await press('Put without the dye away');
    await waitFor(() => expect(screen.queryByText('2 without the dye')).toBeNull());
  });
  it('a layer has a search of its own', async () => {
    const { press, user } = await openBeech();
    await user.click(await screen.findByRole('button', { name: /^Clear/ }));
    await press('Find this clear alone');
    const choices = await screen.findAllByText(/^Clear of /);
    expect(choices.length).toBeGreaterThan(1);
    await user.click(nth(screen.getAllByRole('button', { name: 'Take' }), 0));
  });
  it('are mixed for a batch in any unit: what was understood is shown, nonsense is refused', async () => {
    const { job, user, press, fill, choose, at } = await openBeech();
    await user.click(screen.getByRole('heading', { name: 'Dye' }));
    await choose('Add a colour', 'Wine');
    await fill('Batch', '2 g');
    await press('Plan board 1');
    expect((await screen.findAllByRole('alert'))[0]?.textContent).toMatch(/the density of the mix is missing/);
    await fill(/^Batch/, '8 fl oz');
    expect(await screen.findByLabelText('Batch 0.2366 L')).toBeDefined();
    await press('Plan board 1');
    await waitFor(() => expect(at()).toMatch(/\/boards/));
    const [board] = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
    expect(board.recipe?.litres).toBeCloseTo(0.236588, 5);
  });
  it('of no colour make a control', async () => {
    const { job, press, at } = await openBeech();
    await press('Plan control board 1');
    await waitFor(() => expect(at()).toMatch(/\/boards\?board=beech-1$/));
    expect((await screen.findAllByText('control')).length).toBe(1);
    const [board] = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
    expect(board.recipe?.stack.map((l) => l.kind)).toEqual(['clear']);
  });
  it('get a sealer and a glaze where a dye alone is a gamble', async () => {
    const { press } = await openBeech();
    await press('Find recipes');
    expect(await screen.findByText(/A glaze over a sealer can be solved after the dye is read/)).toBeDefined();
    await press('Add sealer and glaze');
    await waitFor(() => expect(layers()).toEqual(['Dye', 'Sealer', 'Glaze', 'Clear × 2']));
    const roads = await screen.findByRole('list', { name: 'Roads to the target' });
    expect(within(roads).getAllByText('glaze').length).toBeGreaterThan(0);
    expect(screen.queryByText(/A glaze over a sealer can be solved/)).toBeNull();
  });
  it('keep to the colours that are allowed', async () => {
    const { press, user } = await openBeech();
    await press('Allowed colours');
    await user.click(screen.getByLabelText('Wine · water'));
    await press('Done');
    await press('Find recipes');
    const table = await screen.findByRole('list', { name: 'Roads to the target' });
    expect(within(table).queryByText(/Wine/)).toBeNull();
    expect(within(table).getAllByText(/Honey|Coal/).length).toBeGreaterThan(0);
    // Yellow and black alone do not reach the panel: it says why.
    expect(document.querySelector('.note')?.textContent).toContain('The nearest is below.');
  });
  it('say what is missing for a search', async () => {
    const { number: id } = await startJob({ target: false, woods: ['beech'] });
    const page = openAt(`/jobs/${id}/layers`);
    await page.press('Find recipes');
    expect(screen.getByRole('alert').textContent).toContain('Read the target first');
  });
  it('are seen under a lamp, wet, and as curves', async () => {
    const { job, press, user, choose, at } = await openBeech();
    await ask('PUT', `/woods/${job.woods[0].id}/draft`, { version: 1, stack: DYE_AND_CLEAR });
    await choose('Add a layer', 'Sealer');
    await press('lamp');
    expect(at()).toContain('light=A');
    fireEvent.keyDown(document.body, { key: 'w' });
    await waitFor(() => expect(screen.getByRole('button', { name: 'wet' }).getAttribute('aria-pressed')).toBe('true'));
    fireEvent.keyDown(document.body, { key: 'c' });
    expect(await screen.findByRole('img', { name: /Reflectance after each layer/ })).toBeDefined();
    await user.keyboard('?');
    expect(await screen.findByRole('dialog', { name: 'Keys of this page' })).toBeDefined();
  });
  it('that are on the board stand; what is left is solved from what was read', async () => {
    const { job, board } = await startBoard();
    await ask('POST', `/boards/${board.id}/readings`, { stage: 1, reading: { source: 'instrument', count: 5 } });
    const page = openAt(`/jobs/${job.number}/layers?board=beech-1`);
    expect(await screen.findByText(/Layer 1 is on and read/)).toBeDefined();
    await page.press('Find recipes');
    expect(screen.getByRole('alert').textContent).toContain('No layer is open for colour');
    await page.choose('Add a layer', 'Glaze');
    await page.press('Find recipes');
    await page.press('Take');
    await page.press('Go on from here');
    await waitFor(() => expect(page.at()).toContain(`/boards?board=beech-1`));
    const [now] = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
    expect(now.recipe?.origin).toBe('from-here');
    expect(now.recipe?.stack.map((l) => l.kind)).toEqual(['dye', 'glaze', 'clear']);
  });
});
