import { screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { ask, openAt, startBoard, startJob } from '../../../test/web/open.tsx';
import type { Job } from '../../shared/job.ts';

const sheet = () => within(screen.getByRole('region', { name: 'Mix sheet' }));

describe('a board', () => {
  it('without a recipe is read raw and planned', async () => {
    const { number: id } = await startJob({ woods: ['beech'] });
    openAt(`/jobs/${id}/boards`);
    expect(await screen.findByRole('heading', { name: 'Board 1: raw' })).toBeDefined();
    expect(screen.getByRole('link', { name: 'Plan its layers' })).toBeDefined();
    expect(screen.getByRole('button', { name: 'Ladder, grid, bracket' })).toHaveProperty('disabled', true);
  });
  it('has a mix sheet: grams, parts, what the scale shows, cautions once; what is poured stays ticked', async () => {
    const { job, board } = await startBoard();
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    await screen.findByRole('heading', { name: 'Mix sheet, recipe 1' });
    // 4 and 1.5 g/L in half a litre.
    expect(sheet().getByText('2.00 g')).toBeDefined();
    expect(sheet().getByText('0.75 g')).toBeDefined();
    expect(sheet().getByText('scale 2.75')).toBeDefined();
    expect(sheet().getByText('8 parts')).toBeDefined();
    expect(sheet().getByText('3 parts')).toBeDefined();
    expect(sheet().getByText(/Dissolve in half of the water, make up to 500 mL/)).toBeDefined();
    expect(sheet().getAllByText(/no dust in the air/)).toHaveLength(1);
    expect(sheet().getByText('Ventilate. See its safety data sheet.')).toBeDefined();
    const poured = () => sheet().getByLabelText('Honey 1 poured') as HTMLInputElement;
    await page.user.click(poured());
    expect(poured().checked).toBe(true);
    expect(JSON.parse(localStorage.getItem(`urushi/poured/${board.recipe?.id}`) ?? '[]')).toEqual(['0/honey-1']);
    const print = vi.fn();
    vi.stubGlobal('print', print);
    await page.press('Print');
    expect(print).toHaveBeenCalledOnce();
  });
  it('is read stage by stage against what was expected', async () => {
    const { job, board } = await startBoard();
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    expect(await screen.findByRole('heading', { name: 'Board 1: after dye' })).toBeDefined();
    expect(screen.getByText(/looks flat until the clear goes on/)).toBeDefined();
    await page.press('Read 5×');
    expect((await screen.findByTestId('stage-miss')).textContent).toMatch(/^ΔE00 \d+(\.\d)? from what was expected/);
    expect(screen.getByRole('link', { name: 'Readings as CGATS' }).getAttribute('href')).toBe(
      `/api/boards/${board.id}/readings.txt`,
    );
    await page.press('Next: clear');
    expect(await screen.findByRole('heading', { name: 'Board 1: after clear' })).toBeDefined();
    await page.press('Read 5×');
    expect(await screen.findByRole('link', { name: 'To the verdict' })).toBeDefined();
    await page.press('Open Raw beech');
    expect(await screen.findByRole('heading', { name: 'Board 1: raw' })).toBeDefined();
  });
  it('with a reading that cannot be its own is said to be mixed up', async () => {
    const { job, board } = await startBoard();
    await ask('POST', `/boards/${board.id}/readings`, { stage: 1, reading: { source: 'typed', lab: [30, -30, -20] } });
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    await page.press('Open Dye');
    expect((await screen.findByTestId('stage-miss')).textContent).toContain('check the board’s label');
  });
  it('is followed by another of the same wood', async () => {
    const { job } = await startBoard();
    const page = openAt(`/jobs/${job.number}/boards`);
    await page.press('Take another board');
    expect(await screen.findByRole('heading', { name: 'Board 2: raw' })).toBeDefined();
    expect(screen.getByText('on the bench')).toBeDefined();
  });
});

describe('a series of boards', () => {
  const openSeries = async () => {
    const { job } = await startBoard();
    const page = openAt(`/jobs/${job.number}/boards`);
    await page.press('Ladder, grid, bracket');
    return { job, ...page };
  };
  const planned = async (job: Job) =>
    (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards.slice(1).filter((b) => b.recipe);

  it('a bracket stands a lighter and a darker board beside the recipe', async () => {
    const { job, press, fill } = await openSeries();
    await fill('Apart, ΔE00', '3');
    await press('Plan these boards');
    expect(await screen.findByText('3 boards planned: lighter, on, darker.')).toBeDefined();
    const totals = (await planned(job)).map((b) =>
      Object.values(b.recipe?.stack[0].colours ?? {}).reduce((sum, s) => sum + s, 0),
    );
    expect(totals).toEqual([...totals].sort((a, b) => a - b));
    expect(totals[1]).toBeCloseTo(5.5, 2);
  });
  it('a ladder takes one colour up in even steps', async () => {
    const { job, press, choose, fill } = await openSeries();
    await press('Ladder');
    await choose('Colour', 'Wine 4');
    await fill('Steps', '4');
    await press('Plan these boards');
    await waitFor(async () => expect(await planned(job)).toHaveLength(4));
    const wine = (await planned(job)).map((b) => b.recipe?.stack[0].colours['wine-4'] ?? 0);
    expect(wine).toEqual([...wine].sort((a, b) => a - b));
    expect(wine[3]).toBeGreaterThan(wine[0]);
  });
  it('a grid crosses two colours of one layer, and a series that cannot be is refused', async () => {
    const { job, press, choose, fill } = await openSeries();
    await press('Grid');
    await fill('Steps', '0');
    await press('Plan these boards');
    expect(await screen.findByRole('alert')).toBeDefined();
    await choose('Crossed with', 'Wine 4');
    await fill('Steps', '2');
    await press('Plan these boards');
    await waitFor(async () => expect(await planned(job)).toHaveLength(4));
  });
});
