import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { ask, DYE_AND_CLEAR, openAt, startBoard, startJob } from '../../../test/web/open.tsx';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { meanSpectrum } from '../../core/colour/grid.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import type { Board } from '../../shared/board.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';

/** A board of beech, dyed and cleared, whose finished colour is typed in. */
async function boardThatReads(lab: Lab) {
  const { job, board } = await startBoard();
  const read = (stage: number, reading: object) => ask('POST', `/boards/${board.id}/readings`, { stage, reading });
  await read(1, { source: 'instrument', count: 5 });
  await read(2, { source: 'typed', lab });
  return { job, board };
}

/** Near what DYE_AND_CLEAR is expected to become, so that it is no mix-up. */
async function expectedOf(job: Job): Promise<Lab> {
  const { recipe } = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards[0];
  return labOf(recipe?.expected[DYE_AND_CLEAR.length] ?? []);
}

describe('the verdict', () => {
  it('waits for a wood and for a board with all its coats on', async () => {
    const without = await startJob({ target: false });
    openAt(`/jobs/${without.number}/verdict`);
    expect(await screen.findByText(/This job has no wood yet/)).toBeDefined();
    const { job } = await startBoard();
    openAt(`/jobs/${job.number}/verdict`);
    expect(await screen.findByText(/No board of beech has all its coats on yet/)).toBeDefined();
  });
  it('is said in words where nothing was read: the board is accepted, and that can be taken back', async () => {
    const { job, board } = await startBoard();
    for (const stage of [1, 2]) await ask('POST', `/boards/${board.id}/coats`, { stage });
    const { user, press } = openAt(`/jobs/${job.number}/verdict`);
    await user.type(await screen.findByLabelText('In your words'), 'As the stair rail.');
    await press('Accept it');
    expect((await screen.findByTestId('judged')).textContent).toBe('✓ Accepted');
    expect(screen.getByText('“As the stair rail.”')).toBeDefined();
    expect(screen.getByRole('heading', { name: 'Approve it' })).toBeDefined();
    await press('Take it back');
    expect(await screen.findByLabelText('In your words')).toBeDefined();
    // At one tap, with nothing typed.
    await press('The customer says yes');
    expect(await screen.findByText('“The customer says yes”')).toBeDefined();
    await press('Take it back');
    await screen.findByLabelText('In your words');
    const now = await ask<Job>('GET', `/jobs/${job.number}`);
    expect(now.woods[0]?.boards[0]?.judged).toBeNull();
  });
  it('is looked at where nothing was read: by taps or in words, and each look comes out again', async () => {
    // The piece to match is in somebody's hand: nothing of it is written down.
    const job = await startJob({ target: false, woods: ['beech'] });
    const board = job.woods[0].boards[0];
    await ask('POST', `/boards/${board.id}/recipe`, { stack: DYE_AND_CLEAR, litres: 0.5, origin: 'hand' });
    for (const stage of [1, 2])
      await ask('POST', `/boards/${board.id}/coats`, { stage, putOnAt: '2026-03-03T09:00:00Z' });
    const { user, press } = openAt(`/jobs/${job.number}/verdict`);
    const looking = await screen.findByRole('region', { name: 'Look at it' });
    const greener = within(looking).getByRole('button', { name: 'greener' });
    await user.click(greener);
    expect(within(looking).getByRole('button', { name: 'It is a touch greener' })).toBeDefined();
    await user.click(greener);
    await press('It is plainly greener');
    const soFar = screen.getByRole('region', { name: 'So far' });
    expect(await within(soFar).findByText('plainly greener')).toBeDefined();
    expect(within(soFar).getByTestId('seen-words').textContent).toMatch(/greener/);
    const [before] = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
    expect(before.looks).toMatchObject([{ said: [{ direction: 'greener', size: 'plain' }] }]);
    await user.type(within(looking).getByLabelText('Or in your words'), 'not dark enough');
    expect(within(looking).getByText('understood: plainly lighter')).toBeDefined();
    await press('Say it');
    expect(await within(soFar).findByText('“not dark enough”')).toBeDefined();
    const free = (name: string) =>
      waitFor(() => expect(within(looking).getByRole<HTMLButtonElement>('button', { name }).disabled).toBe(false));
    await free('The same');
    await press('The same');
    expect(await within(soFar).findByText('the same', undefined, { timeout: 9000 })).toBeDefined();
    await free('Cannot tell');
    await press('Cannot tell');
    expect(await within(soFar).findByText('cannot tell', undefined, { timeout: 9000 })).toBeDefined();
    for (const look of await within(soFar).findAllByRole('button', { name: 'Take it out' })) await user.click(look);
    await waitFor(() => expect(within(soFar).queryAllByRole('listitem')).toHaveLength(0));
    expect(await screen.findByText(/Hold it in the light it will stand in/)).toBeDefined();
  });
  it('is answered by keys, at arm’s length, between two boards; two people’s looks stand side by side', async () => {
    const job = await startJob({ target: false, woods: ['beech'] });
    const [first] = job.woods[0].boards;
    const second = await ask<Board>('POST', `/woods/${job.woods[0].id}/boards`, {});
    for (const { id } of [first, second]) {
      await ask('POST', `/boards/${id}/recipe`, { stack: DYE_AND_CLEAR, litres: 0.5, origin: 'hand' });
      for (const stage of [1, 2]) await ask('POST', `/boards/${id}/coats`, { stage, putOnAt: '2026-03-03T09:00:00Z' });
    }
    const { user, press } = openAt(`/jobs/${job.number}/verdict`);
    const looking = await screen.findByRole('region', { name: 'Look at it' });
    await user.keyboard('rrl');
    expect(within(looking).getByRole('button', { name: 'It is plainly redder, a touch lighter' })).toBeDefined();
    // The opposite takes its place; a key in a field is a letter of it.
    await user.keyboard('d');
    expect(within(looking).getByRole('button', { name: 'It is plainly redder, a touch darker' })).toBeDefined();
    await user.type(within(looking).getByLabelText('Or in your words'), 'g');
    expect(within(looking).getByRole('button', { name: 'It is plainly redder, a touch darker' })).toBeDefined();
    await user.clear(within(looking).getByLabelText('Or in your words'));
    await press('At arm’s length');
    const large = await screen.findByRole('dialog', { name: 'Look at it, at arm’s length' });
    await user.click(within(large).getByRole('button', { name: 'It is plainly redder, a touch darker' }));
    await user.click(within(large).getByRole('button', { name: 'Close' }));
    const soFar = screen.getByRole('region', { name: 'So far' });
    expect(await within(soFar).findByText('plainly redder, a touch darker')).toBeDefined();
    const between = within(await screen.findByRole('region', { name: 'Between which two' }));
    await waitFor(() =>
      expect(between.getByRole<HTMLButtonElement>('button', { name: 'Board 2' }).disabled).toBe(false),
    );
    await user.click(between.getByRole('button', { name: 'Board 2' }));
    expect(between.getByText('It lies between board 2, the nearer, and')).toBeDefined();
    await user.click(between.getByRole('button', { name: 'Board 1' }));
    expect(await within(soFar).findByText('the nearer of two that the target lies between')).toBeDefined();
    // Somebody with a name looks too.
    const person = newId();
    await ask('POST', '/people', { id: person, name: 'Mei', initials: 'Me' });
    const said = { id: newId(), stage: 2, said: [], dry: true };
    await ask('POST', `/boards/${second.id}/looks`, said, { 'urushi-person': person });
    cleanup();
    openAt(`/jobs/${job.number}/verdict`);
    const mei = within(await screen.findByRole('region', { name: 'Mei' }));
    expect(mei.getByText('the same')).toBeDefined();
    expect(within(screen.getByRole('region', { name: 'Somebody' })).getAllByRole('listitem')).toHaveLength(2);
  });
  it('is the difference of the measured means, in figures and words', async () => {
    const { job } = await startBoard(true);
    openAt(`/jobs/${job.number}/verdict`);
    const shown = await screen.findByTestId('verdict-delta');
    const target = labOf(meanSpectrum(job.target.map((r) => r.grid)));
    const final = job.woods[0].boards[0].readings.filter((r) => r.stage === 2);
    const off = deltaE00(target, labOf(meanSpectrum(final.map((r) => r.grid))));
    expect(Number(shown.textContent)).toBeCloseTo(off, off < 9.95 ? 1 : 0);
    expect(screen.getByTestId('verdict').textContent).toBe(off <= 1 ? '✓ Passes' : '✕ Not yet');
    expect(
      screen.getByText(/tolerance 1.0 · mean known to ± \d\.\d\d \(95 %\) · daylight .* · lamp .* · white LED/),
    ).toBeDefined();
    expect(await screen.findByText(/Learned from \d+ boards? of the shop/)).toBeDefined();
    // Under two lights of the place at once; and what comes of it when it is made again.
    expect(screen.getByTestId('under-D65').textContent).not.toBe('');
    expect(screen.getByTestId('under-A').textContent).not.toBe('');
    const chance = async (of: string) => Number((await screen.findByTestId(of)).textContent?.replace(' in 100', ''));
    expect(await chance('work-chance')).toBeLessThanOrEqual(await chance('next-board-chance'));
    const passes = within(screen.getByLabelText('Passes'));
    for (const what of ['colour', 'lightness', 'even', 'grain']) expect(passes.getByText(what)).toBeDefined();
  });
  it('that passes needs no batch correction; a typed one speaks of daylight only', async () => {
    // The target is what was expected of the board, so that nothing is learned from how it reads.
    const job = await startJob({ target: false, woods: ['beech'] });
    const [board] = job.woods[0].boards;
    const plan = { stack: DYE_AND_CLEAR, litres: 0.5, origin: 'hand' };
    const { recipe } = await ask<Board>('POST', `/boards/${board.id}/recipe`, plan);
    const lab = labOf(recipe?.expected[DYE_AND_CLEAR.length] ?? []);
    await ask('POST', `/jobs/${job.id}/readings`, { source: 'typed', lab });
    await ask('POST', `/boards/${board.id}/readings`, { stage: 2, reading: { source: 'typed', lab } });
    openAt(`/jobs/${job.number}/verdict`);
    expect((await screen.findByTestId('verdict')).textContent).toBe('✓ Passes');
    expect(screen.queryByText('Correct the batch')).toBeNull();
    expect(screen.queryByText(/lamp \d/)).toBeNull();
    // One thing to do, and it is not another recipe.
    expect(screen.getByRole('heading', { name: 'Approve it' })).toBeDefined();
    expect(screen.queryByRole('region', { name: 'Next board' })).toBeNull();
  });
  it('offers a way on from where a missed board stands, with what it takes, and plans it on the same board', async () => {
    const { job: sample } = await startBoard();
    const [l, a, b] = await expectedOf(sample);
    const { job } = await boardThatReads([l - 3, a, b]);
    const page = openAt(`/jobs/${job.number}/verdict`);
    const here = await screen.findByRole('region', { name: 'From here' });
    await within(here).findByText(/expected ΔE00/, undefined, { timeout: 30_000 });
    expect(within(here).getAllByRole('listitem').length).toBeGreaterThan(0);
    expect(within(here).getByText(/min of work on a square metre, .* until it can be judged/)).toBeDefined();
    await page.press('Go on with board 1');
    await waitFor(() => expect(page.at()).toMatch(/\/boards\?board=beech-1$/));
    const [board] = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
    expect(board.recipe?.origin).toBe('from-here');
    expect(board.recipe?.stack.slice(0, 2).map((layer) => layer.kind)).toEqual(['dye', 'clear']);
    expect(board.recipe?.stack.length).toBeGreaterThan(2);
  });
  it('says how to correct the batch and what the next board should be', async () => {
    const { job: sample } = await startBoard();
    const [l, a, b] = await expectedOf(sample);
    const { job } = await boardThatReads([l + 3, a, b]);
    const page = openAt(`/jobs/${job.number}/verdict`);
    expect((await screen.findByTestId('verdict')).textContent).toBe('✕ Not yet');
    await page.user.click(screen.getByText('Correct the batch'));
    const batch = within(await screen.findByRole('region', { name: 'Correct the batch' }));
    await page.fill('In the pot, L', '-1');
    await page.press('What to add');
    expect((await batch.findByRole('alert')).textContent).toBe('A quantity cannot be less than nothing.');
    await page.fill('In the pot, L', '1');
    await page.press('What to add');
    const answer = (await screen.findByTestId('batch-answer')).textContent ?? '';
    const [, before, after] = answer.match(/aimed ([\d.]+) off, then ([\d.]+)/) ?? [];
    expect(Number(after)).toBeLessThan(Number(before));
    expect(answer).toMatch(/expected ΔE00 [\d.]+–[\d.]+, 8 boards in 10/);
    await waitFor(() => expect(screen.queryByText('Looking for the best way on')).toBeNull(), { timeout: 30_000 });
    if (screen.queryByRole('button', { name: 'Plan the next board' }) === null)
      await page.user.click(screen.getByText('The next board'));
    await page.press('Plan the next board');
    await waitFor(() => expect(page.at()).toContain('/boards?board='));
    const boards = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
    expect(boards[1].recipe?.origin).toBe('corrected');
    expect(boards[1].recipe?.stack[0].colours).not.toEqual(boards[0].recipe?.stack[0].colours);
  });
  it('of a mixed-up board teaches nothing and corrects nothing', async () => {
    const { job } = await boardThatReads([20, 40, -40]);
    openAt(`/jobs/${job.number}/verdict`);
    expect(await screen.findByText(/The reading after clear does not fit this recipe/)).toBeDefined();
    expect(screen.queryByText('Correct the batch')).toBeNull();
    expect(screen.getByRole('heading', { name: 'Read it again' })).toBeDefined();
  });
  it('of two tones is of ground and grain each; sheen, pores and use have passes of their own', async () => {
    const { job, board } = await startBoard(true);
    const tone = (zone: string, lab: number[]) =>
      ask('POST', `/jobs/${job.id}/readings`, { source: 'typed', lab, zone });
    await tone('ground', [50, 15, 30]);
    await tone('grain', [30, 12, 18]);
    const { version } = await ask<Job>('GET', `/jobs/${job.id}`);
    await ask('PATCH', `/jobs/${job.id}`, { version, wishes: { sheen: 30, use: 'hard' } });
    const page = openAt(`/jobs/${job.number}/verdict`);
    expect(await screen.findByText(/this board’s were not read/)).toBeDefined();
    const read = (zone: string, lab: number[]) =>
      ask('POST', `/boards/${board.id}/readings`, { stage: 2, zone, reading: { source: 'typed', lab } });
    await read('ground', [50.2, 15, 30]);
    await read('grain', [36, 12, 18]);
    cleanup();
    openAt(`/jobs/${job.number}/verdict`);
    expect(Number((await screen.findByTestId('verdict-ground')).textContent)).toBeLessThan(1);
    expect(Number(screen.getByTestId('verdict-grain').textContent)).toBeGreaterThan(4);
    expect(screen.getByTestId('verdict').textContent).toBe('✕ Not yet');
    expect(screen.getByTestId('pass-sheen').textContent).toBe('not judged yet');
    expect(screen.getByTestId('pass-use').textContent).toBe('✕ not as wished');
    await page.fill('Sheen found, GU', '33');
    await page.user.tab();
    await waitFor(() => expect(screen.getByTestId('pass-sheen').textContent).toBe('✓ as wished'));
  });
  it('says which readings were taken too early, and how wet went to dry', async () => {
    const { job, board } = await startBoard();
    const [l, a, b] = await expectedOf(job);
    const on = new Date(Date.now() - 20 * 60_000).toISOString();
    for (const stage of [1, 2]) await ask('POST', `/boards/${board.id}/coats`, { stage, putOnAt: on });
    const read = (lab: Lab) =>
      ask('POST', `/boards/${board.id}/readings`, { stage: 2, reading: { source: 'typed', lab } });
    await read([l - 0.8, a, b]);
    openAt(`/jobs/${job.number}/verdict`);
    expect((await screen.findByTestId('drift')).textContent).toMatch(
      /One reading was taken before .* settled. Wet looks/,
    );
    const [made] = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
    const [coat, early] = [made.coats.find((c) => c.stage === 2), made.readings.find((r) => r.stage === 2)];
    const then = new Date(Date.now() - 40 * 24 * 3_600_000).toISOString();
    await ask('PATCH', `/coats/${coat?.id}`, { version: coat?.version, putOnAt: then });
    await ask('PATCH', `/readings/${early?.id}`, { version: early?.version, takenAt: then });
    await read([l, a, b]);
    cleanup();
    openAt(`/jobs/${job.number}/verdict`);
    expect(await screen.findByText(/From wet to dry it went .*lighter/)).toBeDefined();
  });
  it('holds up to four boards together against the target, of the job, of others and of the rack', async () => {
    const { job, board } = await startBoard();
    for (const stage of [1, 2]) await ask('POST', `/boards/${board.id}/coats`, { stage });
    const second = await ask<Board>('POST', `/woods/${job.woods[0].id}/boards`, {});
    await ask('POST', `/boards/${second.id}/recipe`, { stack: DYE_AND_CLEAR, litres: 0.5, origin: 'hand' });
    for (const stage of [1, 2]) await ask('POST', `/boards/${second.id}/coats`, { stage });
    const { user } = openAt(`/jobs/${job.number}/verdict?board=beech-${board.number}`);
    const together = within(await screen.findByRole('region', { name: 'Held up together' }));
    expect(together.queryAllByTestId('held-up')).toHaveLength(0);
    await user.click(together.getByLabelText('Hold up together, two to four'));
    await user.click(await screen.findByRole('option', { name: 'Beech, board 2' }));
    await waitFor(() => expect(together.getAllByTestId('held-up')).toHaveLength(2));
    await user.click(together.getByLabelText('Hold up together, two to four'));
    const elsewhere = (await screen.findAllByRole('option')).find((o) => !/board [12]$/.test(o.textContent ?? ''));
    await user.click(elsewhere as HTMLElement);
    await waitFor(() => expect(together.getAllByTestId('held-up')).toHaveLength(3));
  });
});
