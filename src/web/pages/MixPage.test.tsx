import { screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { ask, DYE_AND_CLEAR, openAt, startBoard, startJob } from '../../../test/web/open.tsx';
import type { Job } from '../../shared/job.ts';
import type { Lot } from '../../shared/lot.ts';
import type { Shelf } from '../../shared/shelf.ts';

const recipeNow = async (job: Job) => (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards[0].recipe;
const open = async (step = '') => {
  const { job, board } = await startBoard();
  const page = openAt(`/jobs/${job.number}/mix?board=beech-1${step && `&step=${step}`}`);
  await screen.findByRole('heading', { name: 'Mix sheet, board 1 of beech' });
  const inHand = () => within(screen.getByRole('region', { name: 'Step in hand' }));
  return { job, board, page, inHand };
};
describe('a mix sheet', () => {
  it('takes one step at a time from the wood on; a step is ticked in the record, and taken back', async () => {
    const { job, page, inHand } = await open();
    expect(inHand().getByText('Sand to 180')).toBeDefined();
    expect(screen.getByText('Sanding dust: extraction and mask.')).toBeDefined();
    await page.press('Done');
    await waitFor(() => expect(inHand().getByText('Raise the grain')).toBeDefined());
    await waitFor(async () => expect((await recipeNow(job))?.done.map((d) => d.step)).toEqual(['0/sand']));
    await page.user.click(screen.getByRole('button', { name: /^Sand to 180/ }));
    await page.press('Take it back');
    await waitFor(async () => expect((await recipeNow(job))?.done).toEqual([]));
  });
  it('a pour says how much and how exactly; what was really poured is typed in any unit, with its lot', async () => {
    const lot = await ask<Lot>('POST', '/lots', {
      item: 'colourant/honey',
      code: `H-${Date.now()}`,
      amount: 20,
      unit: 'g',
      opened: null,
      bestBefore: null,
      note: '',
    });
    const { job, page, inHand } = await open('1/honey');
    expect(inHand().getByText('Layer 1 · pour 1 of 2')).toBeDefined();
    expect(inHand().getByText('2.00 g')).toBeDefined();
    // In spoons too, with what that would move the colour by.
    expect(inHand().getByText(/^or [\d⅛¼⅜½⅝¾⅞]+ tsp, level \(\d\.\d\d g: moves it \d\.\d\)$/)).toBeDefined();
    await page.choose('Out of', `lot ${lot.code}, 20 g left`);
    await page.fill('As poured', '2 tsb');
    expect(inHand().getByText(/is no quantity/)).toBeDefined();
    await page.fill('As poured', '2010 mg');
    expect(inHand().getByText('2.01 g')).toBeDefined();
    await page.press('Poured');
    await waitFor(async () =>
      expect((await recipeNow(job))?.done).toMatchObject([{ step: '1/honey', grams: expect.closeTo(2.01, 9) }]),
    );
    const { lots } = await ask<{ lots: Lot[] }>('GET', '/shelf');
    expect(lots.find((l) => l.id === lot.id)?.left).toBeCloseTo(17.99, 6);
    await waitFor(() => expect(inHand().getByText('Coal')).toBeDefined());
  });
  it('a run of coats is one line with a counter: a tap a coat, the last puts the layer on the board', async () => {
    const { job } = await startBoard(false, [
      { kind: 'dye', colours: { honey: 2 }, settings: {} },
      { kind: 'clear', colours: {}, medium: 'water-satin', settings: { coats: 4 }, apart: 1, rub: 'none' },
    ]);
    const page = openAt(`/jobs/${job.number}/mix?board=beech-1&step=2/coat-1`);
    expect(await screen.findByRole('button', { name: /^4 coats\s*1 h apart\s*0 on/ })).toBeDefined();
    expect(screen.getByText(/^1 h apart; nothing rubbed between them/)).toBeDefined();
    // The one before is kept first.
    const tap = async (name: string) => {
      const button = (await screen.findByRole('button', { name })) as HTMLButtonElement;
      await waitFor(() => expect(button.disabled).toBe(false));
      await page.user.click(button);
    };
    for (const coat of [1, 2, 3]) {
      await tap(`Coat ${coat} is on`);
      await waitFor(() => expect(screen.getByTestId('coats-on').textContent).toBe(`${coat} of 4`));
    }
    expect(screen.getByText(/^The next from /)).toBeDefined();
    await tap('Take back coat 3');
    await waitFor(() => expect(screen.getByTestId('coats-on').textContent).toBe('2 of 4'));
    const done = (await recipeNow(job))?.done.map((d) => d.step) ?? [];
    expect(done).toEqual(expect.arrayContaining(['2/coat-1', '2/dry-1', '2/coat-2', '2/dry-2']));
    expect(done).not.toContain('2/coat-3');
  });
  it('too little is said before it is kept', async () => {
    const { job, page, inHand } = await open('1/honey');
    await page.fill('As poured', '1 g');
    await page.press('Poured');
    expect(inHand().getByText(/1\.00 g are 1\.00 g too little: pour on/)).toBeDefined();
    expect((await recipeNow(job))?.done).toEqual([]);
    await page.press('Leave it so');
    await waitFor(async () => expect((await recipeNow(job))?.done[0]?.grams).toBe(1));
  });
  it('too much is solved again: to keep the colour, or the ratio in a larger batch', async () => {
    const { job, page, inHand } = await open('1/honey');
    await page.fill('As poured', '3 g');
    await page.press('Poured');
    expect(inHand().getByText('3.00 g are 1.00 g more than asked for.')).toBeDefined();
    expect(await inHand().findByRole('button', { name: /Keep the colour.*L, ΔE00/ }, { timeout: 5000 })).toBeDefined();
    await page.user.click(inHand().getByRole('button', { name: /Keep the ratio/ }));
    await waitFor(async () => expect((await recipeNow(job))?.done[0]?.grams).toBe(3));
    expect((await recipeNow(job))?.pots).toMatchObject([{ stage: 1, litres: expect.closeTo(0.75, 6) }]);
    await waitFor(() => expect(inHand().getByText('1.13 g')).toBeDefined());
  });
  it('a batch is for an area, all pours rounded together', async () => {
    const { job, page } = await open();
    await page.press('Batch of layer 1');
    await page.fill('For', '120 %');
    await page.press('Work it out');
    expect((await screen.findByRole('alert')).textContent).toContain('no mass and no volume');
    await page.fill('For', '6 m²');
    expect(screen.getByText('1 coat, 12 m² a litre, 25 % over: 625 mL.')).toBeDefined();
    await page.press('Work it out');
    expect(await screen.findByText(/Rounded to 0\.01 g, all pours together/)).toBeDefined();
    await page.press('Mix so much');
    await waitFor(async () =>
      expect((await recipeNow(job))?.pots).toMatchObject([
        { stage: 1, litres: 0.625 },
        { stage: 2, litres: expect.closeTo(1.5, 9) },
      ]),
    );
  });
  it('the last coat of a layer puts it on the board, with what was poured', async () => {
    const { job, board, page } = await open('1/coat');
    await ask('POST', `/boards/${board.id}/steps`, { step: '1/honey', grams: 2.2 });
    await page.press('Done');
    await waitFor(async () => {
      const [now] = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
      expect(now.coats[0]?.layer.colours.honey).toBeCloseTo(4.4, 6);
    });
  });
  it('goes on from what was read: what is poured so far promises from where the board stands', async () => {
    const { job, board } = await startBoard();
    await ask('POST', `/boards/${board.id}/readings`, { stage: 1, reading: { source: 'instrument', count: 5 } });
    openAt(`/jobs/${job.number}/mix?board=beech-1`);
    const inHand = within(await screen.findByRole('region', { name: 'Step in hand' }));
    // The dye is on: its drying comes next.
    expect(inHand.getByText('Dry')).toBeDefined();
    expect(await screen.findByText(/^As poured so far/)).toBeDefined();
  });
  it('reads a scale, sets it to zero, and takes what it shows', async () => {
    const { job, page, inHand } = await open('1/honey');
    await page.press('Scale');
    await page.user.click(await screen.findByText('The simulated scale'));
    await waitFor(() => expect(inHand().getByText(/^scale 0\.00 of 2\.00 g/)).toBeDefined());
    for (let i = 0; i < 3; i++) await page.press('A pinch');
    await waitFor(() => expect(inHand().getByText(/^scale 0\.06 of/)).toBeDefined());
    await page.press('Tare');
    await waitFor(() => expect(inHand().getByText(/^scale 0\.00 of/)).toBeDefined());
    await page.press('A pinch');
    await waitFor(() => expect(inHand().getByText(/^scale 0\.02 of 2\.00 g$/)).toBeDefined());
    await page.press('Poured');
    await page.press('Leave it so');
    await waitFor(async () => expect((await recipeNow(job))?.done[0]?.grams).toBeCloseTo(0.02, 9));
  });
  it('is spoken where it is wanted, and printed', async () => {
    const said: string[] = [];
    vi.stubGlobal('speechSynthesis', { cancel: () => {}, speak: ({ text }: { text: string }) => said.push(text) });
    vi.stubGlobal(
      'SpeechSynthesisUtterance',
      class {
        text: string;
        constructor(text: string) {
          this.text = text;
        }
      },
    );
    const print = vi.fn();
    vi.stubGlobal('print', print);
    const { page } = await open('1/honey');
    await page.press('Speak');
    await waitFor(() => expect(said.at(-1)).toMatch(/^Honey, 2\.00 g/));
    await page.press('Be quiet');
    await page.press('Print');
    expect(print).toHaveBeenCalledOnce();
    // On paper: all of it, with the way back and the cautions.
    expect(screen.getByText(/^Undo: Lighten with a damp rag/)).toBeDefined();
    expect(screen.getByText('Take care.')).toBeDefined();
  });
  it('what is left of a pot stands on the shelf with what was really poured, and is taken into layers', async () => {
    const { job, board, page } = await open('1/coal');
    await ask('POST', `/boards/${board.id}/steps`, { step: '1/honey', grams: 2.2 });
    await page.press('Poured');
    await page.press('Keep what is left');
    await page.fill('How much: any unit, a bare number is litres', '12 fl oz');
    await page.press('Put on the shelf');
    expect(await screen.findByText('Dye of board 1 of beech stands on the shelf.')).toBeDefined();
    const { mixes } = await ask<Shelf>('GET', '/shelf');
    expect(mixes[0]?.litres).toBeCloseTo(0.3549, 4);
    expect(mixes[0]?.colours.coal).toBeCloseTo(1.5, 6);
    const layers = openAt(`/jobs/${job.number}/layers?wood=beech`);
    await layers.press(/^Open Dye/);
    await layers.choose('A kept mix', 'Dye of board 1 of beech');
    await waitFor(() => expect(screen.getByLabelText(/^Coal 1\.50 g\/L/)).toBeDefined());
  });
  it('what is left of a pot with its hardener says when it sets', async () => {
    const paint = { kind: 'opaque', colours: { umber: 0.1 }, supply: 'hard-paint', settings: {} };
    const job = await startJob({ woods: ['beech'] });
    const { id } = job.woods[0].boards[0];
    await ask('POST', `/boards/${id}/recipe`, { stack: [paint], litres: 0.5, origin: 'hand' });
    await ask('POST', `/boards/${id}/steps`, { step: '1/umber', grams: 50 });
    const page = openAt(`/jobs/${job.number}/mix?step=1/hardener`);
    const inHand = within(await screen.findByRole('region', { name: 'Step in hand' }));
    expect(inHand.getByText('Hardener for paint')).toBeDefined();
    await page.press('Done');
    await waitFor(() =>
      expect(within(screen.getByRole('region', { name: 'Step in hand' })).queryByText('Hardener for paint')).toBeNull(),
    );
    await page.press('Keep what is left');
    await page.fill('How much: any unit, a bare number is litres', '0.2');
    await page.press('Put on the shelf');
    await screen.findByText(/stands on the shelf/);
    const [mix] = (await ask<Shelf>('GET', '/shelf')).mixes;
    expect(Date.parse(mix?.setsAt ?? '') - Date.parse(mix?.madeAt ?? '')).toBeGreaterThan(23.9 * 3_600_000);
    openAt(`/shelf?mix=${mix?.id}`);
    expect(await screen.findByTestId('pot-life')).toBeDefined();
  });
  it('of a board without a recipe leads to its layers', async () => {
    const { number } = await startJob({ woods: ['beech'] });
    openAt(`/jobs/${number}/mix`);
    expect(await screen.findByRole('link', { name: 'Plan its layers' })).toBeDefined();
  });
  it('says how a cut is made, from flakes and down from a heavier one', async () => {
    const job = await startJob({ woods: ['beech'] });
    const { id } = job.woods[0].boards[0];
    const sealer = { kind: 'sealer', colours: {}, medium: 'blonde-shellac', settings: {} };
    await ask('POST', `/boards/${id}/recipe`, { stack: [DYE_AND_CLEAR[0], sealer], litres: 0.5, origin: 'hand' });
    openAt(`/jobs/${job.number}/mix?step=2/cut`);
    const inHand = within(await screen.findByRole('region', { name: 'Step in hand' }));
    expect(inHand.getByText(/^98\.4 g of flakes in 411 mL of spirit/)).toBeDefined();
    expect(inHand.getByText(/or 363 mL of a 3-lb cut and 137 mL of spirit/)).toBeDefined();
  });
});

describe('what the parts take', () => {
  it('cost, hands and days of a wood that has layers, and supplies that the shop counts otherwise', async () => {
    const { job } = await startBoard();
    await ask('POST', `/jobs/${job.number}/parts`, {
      parts: [
        {
          name: 'Shelf',
          woodId: job.woods[0].id,
          count: 4,
          length: 1000,
          width: 300,
          thickness: 20,
          faces: 2,
          zones: ['face'],
        },
      ],
    });
    const page = openAt(`/jobs/${job.number}/parts`);
    const supplies = within(await screen.findByRole('region', { name: 'Supplies' }));
    expect(supplies.getByText('2.40 m²')).toBeDefined();
    expect(supplies.getByText(/^materials/).textContent).toMatch(/^materials \d+\.\d\d$/);
    expect(supplies.getByText('Paper, 180')).toBeDefined();
    expect((supplies.getByLabelText('pairs') as HTMLInputElement).value).toBe('4');
    await page.fill('pairs', '-2');
    await page.user.tab();
    expect((await screen.findByRole('alert')).textContent).toContain('None, or more');
    await page.fill('pairs', '10');
    await page.user.tab();
    await waitFor(async () => expect((await ask<Job>('GET', `/jobs/${job.number}`)).supplies).toEqual({ gloves: 10 }));
    expect(await supplies.findByText('4 by the areas')).toBeDefined();
    await page.press('As worked out');
    await waitFor(async () => expect((await ask<Job>('GET', `/jobs/${job.number}`)).supplies).toEqual({}));
  });
});
