import { screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { ask, openAt, startBoard, startJob } from '../../../test/web/open.tsx';
import { labOf } from '../../core/colour/lab.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';

const now = (job: Job) => ask<Job>('GET', `/jobs/${job.number}`);
const addPart = (job: Job, count: number) =>
  ask('POST', `/jobs/${job.number}/parts`, {
    parts: [
      {
        id: newId(),
        name: 'Rail',
        woodId: job.woods[0]?.id,
        count,
        length: 1800,
        width: 1200,
        thickness: null,
        faces: 1,
        zones: ['face'],
      },
    ],
  });

describe('the work of a wood', () => {
  it('without a part leads to the parts, and without a board that passes to the verdict', async () => {
    const job = await startJob({ woods: ['beech'] });
    openAt(`/jobs/${job.number}/work?wood=beech`);
    expect(await screen.findByRole('link', { name: /Say which parts there are/ })).toBeDefined();
    await addPart(job, 4);
    openAt(`/jobs/${job.number}/work?wood=beech`);
    expect((await screen.findAllByRole('link', { name: 'To the verdict' })).length).toBeGreaterThan(0);
  });
  it('is begun by an accepted board, and put on with a tap a portion; its run and its batch stand under it', async () => {
    const { job, board } = await startBoard();
    await ask('POST', `/boards/${board.id}/readings`, { stage: 1, reading: { source: 'instrument', count: 5 } });
    await ask('POST', `/boards/${board.id}/readings`, { stage: 2, reading: { source: 'instrument', count: 5 } });
    const { version } = (await now(job)).woods[0].boards[0];
    await ask('PATCH', `/boards/${board.id}`, { version, judged: { accepted: true, words: '' } });
    await addPart(job, 4);
    openAt(`/jobs/${job.number}/batch?wood=beech`);
    const batch = within(await screen.findByRole('region', { name: 'Batch' }));
    // 8.64 m²: a water dye does not stay wet over 2.16 m² of one surface.
    expect(batch.getByText('Batch for 8.64 m²')).toBeDefined();
    expect(batch.getByText(/Rail: in .* panels at its joints, or by .* pairs of hands/)).toBeDefined();
    const page = openAt(`/jobs/${job.number}/work?wood=beech`);
    await page.press('Begin the work');
    expect((await screen.findByTestId('progress')).textContent).toBe('0 of 4 pieces of beech have all coats on');
    // One piece goes ahead of the rest.
    expect((await screen.findByTestId('first-piece')).textContent).toMatch(/The first piece of all/);
    expect((await now(job)).woods[0].pieces.map((p) => p.pieces?.count)).toEqual([1, 3]);
    await page.press('All fine');
    await waitFor(async () => expect((await now(job)).woods[0].pieces[0]?.checks).toHaveLength(2));
    await page.press('Put on: dye');
    await waitFor(async () => expect((await now(job)).woods[0].pieces[0]?.coats.map((c) => c.stage)).toEqual([1]));
    expect((await screen.findAllByText('1 of 2 on')).length).toBeGreaterThan(0);
    const [portion] = (await now(job)).woods[0].pieces;
    await ask('POST', `/boards/${portion.id}/coats`, { stage: 2 });
    const last = {
      stage: 2,
      reading: { source: 'typed', lab: labOf(Float64Array.from(portion.recipe?.expected[2] ?? [])) },
    };
    await ask('POST', `/boards/${portion.id}/readings`, last);
    openAt(`/jobs/${job.number}/work?wood=beech`);
    expect((await screen.findAllByText('1 piece read, all pass')).length).toBeGreaterThan(0);
    expect(screen.getAllByTestId('run-told').at(-1)?.textContent).toBe('The run goes on as it was.');
    expect(screen.queryByTestId('first-piece')).toBeNull();
    expect(screen.queryByRole('button', { name: 'Divide this board' })).toBeNull();
  });
});

describe('the quote of a job', () => {
  it('before there is a part says what it waits for', async () => {
    const job = await startJob({ woods: ['beech'] });
    openAt(`/jobs/${job.number}/quote`);
    expect(await screen.findByText(/There is nothing to quote yet/)).toBeDefined();
  });
  it('follows its terms as they are typed, is kept, and is held against the hours that were worked', async () => {
    const { job } = await startBoard();
    await addPart(job, 4);
    const page = openAt(`/jobs/${job.number}/quote`);
    const total = async () => Number((await screen.findByTestId('quote-total')).textContent);
    const first = await total();
    expect(first).toBeGreaterThan(0);
    await page.fill('Margin, %', '120');
    // Twice and a fifth of what is net against once and a fifth.
    await waitFor(async () => expect(await total()).toBeCloseTo((first * 2.2) / 1.2, 0));
    await page.press('Keep this quote');
    await waitFor(async () => expect((await now(job)).quotes[0]?.terms.margin).toBeCloseTo(1.2, 9));
    await page.fill('Hours', '1,5');
    await page.fill('What was done', 'sanding');
    await page.press('Note them');
    expect(await screen.findByText(/^sanding/)).toBeDefined();
    expect((await screen.findByTestId('hours-worked')).textContent).toMatch(/^1\.5 h of \d+\.\d h that were quoted$/);
    await page.press('Take out');
    await waitFor(async () => expect((await now(job)).hours).toEqual([]));
    await screen.findByText('1.5 h taken out.');
    await page.press('Undo');
    await waitFor(async () => expect((await now(job)).hours).toHaveLength(1));
    await page.press('Note them');
    expect(await screen.findByText(/Hours are a number|required|expected/i)).toBeDefined();
  });
});
