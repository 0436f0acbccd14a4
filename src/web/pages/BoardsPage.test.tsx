import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { ask, openAt, startBoard, startJob } from '../../../test/web/open.tsx';
import type { ClockKnown } from '../../shared/clock.ts';
import type { House } from '../../shared/house.ts';
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
  it('says what is poured for it, in grams and parts, and leads to its mix sheet', async () => {
    const { job } = await startBoard();
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    await screen.findByRole('heading', { name: 'Mix sheet, recipe 1' });
    // 4 and 1.5 g/L in half a litre.
    expect(sheet().getByText('2.00 g')).toBeDefined();
    expect(sheet().getByText('0.75 g')).toBeDefined();
    expect(sheet().getByText('8 parts')).toBeDefined();
    expect(sheet().getByText('3 parts')).toBeDefined();
    await page.user.click(sheet().getByRole('link', { name: 'Mix' }));
    expect(await screen.findByRole('heading', { name: 'Mix sheet, board 1 of beech' })).toBeDefined();
  });
  it('is divided: the halves share what is on, the second is planned without a layer, both are compared', async () => {
    const { job } = await startBoard();
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    await page.press('Divide this board');
    await page.choose('The right half is planned', 'without the dye');
    await page.press('Divide it');
    expect(await screen.findByRole('heading', { name: 'Board 1, left half: after dye' })).toBeDefined();
    const [first, second] = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
    expect(second.recipe?.stack.map((l) => l.kind)).toEqual(['clear']);
    expect([first.plank, second.plank]).toEqual([first.id, first.id]);
    for (const board of [first, second])
      await ask('POST', `/boards/${board.id}/readings`, { stage: 1, reading: { source: 'instrument', count: 5 } });
    openAt(`/jobs/${job.number}/boards?board=beech-2`);
    const plank = within((await screen.findAllByRole('region', { name: 'The plank' })).at(-1) as HTMLElement);
    expect(await plank.findByText(/from left half: /)).toBeDefined();
  });
  it('is read on the end grain too, beside the face', async () => {
    const { job, board } = await startBoard();
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    await screen.findByRole('heading', { name: 'Board 1: after dye' });
    await page.choose('Where', 'End grain');
    await page.press('Read 5×');
    expect(await screen.findByText('end grain 5')).toBeDefined();
    expect(screen.getByText(/Kept beside the face/)).toBeDefined();
    const [now] = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
    expect(now.id).toBe(board.id);
    expect(now.aside).toHaveLength(5);
    expect(now.readings.filter((r) => r.stage === 1)).toHaveLength(0);
  });
  it('is read stage by stage against what was expected', async () => {
    const { job, board } = await startBoard();
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    expect(await screen.findByRole('heading', { name: 'Board 1: after dye' })).toBeDefined();
    expect(screen.getByText(/looks flat until the clear goes on/)).toBeDefined();
    await page.press('Read 5×');
    expect((await screen.findByTestId('stage-miss')).textContent).toMatch(/^ΔE00 \d+(\.\d)? from what was expected/);
    await page.press('Readings as files');
    const cxf = await screen.findByRole('link', { name: /^CxF3/ });
    expect(cxf.getAttribute('href')).toMatch(/readings\.cxf$/);
    expect((await screen.findByRole('link', { name: /^CGATS: all 10 readings/ })).getAttribute('href')).toBe(
      `/api/boards/${board.id}/readings.txt`,
    );
    await page.press('Close');
    await page.press('Next: clear');
    expect(await screen.findByRole('heading', { name: 'Board 1: after clear' })).toBeDefined();
    await page.press('Read 5×');
    expect(await screen.findByRole('link', { name: 'To the verdict' })).toBeDefined();
    await page.press('Open Raw beech');
    expect(await screen.findByRole('heading', { name: 'Board 1: raw' })).toBeDefined();
  });
  it('says how much a rag left by its look, and how even it lies', async () => {
    const job = await startJob({ woods: ['beech'] });
    const { id } = job.woods[0].boards[0];
    const stack = [
      { kind: 'sealer', colours: {}, medium: 'blonde-shellac', settings: {} },
      { kind: 'glaze', colours: { umber: 0.04 }, settings: {} },
    ];
    await ask('POST', `/boards/${id}/recipe`, { stack, litres: 0.5, origin: 'hand' });
    await ask('POST', `/boards/${id}/coats`, { stage: 1 });
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    await page.press('Open Glaze');
    expect(await screen.findByText(/Stop wiping when it looks as above/)).toBeDefined();
    await page.press('Put on: glaze');
    const left = within(await screen.findByRole('region', { name: 'How much was left, by its look' }));
    expect(left.getByRole('button', { name: 'as planned' }).getAttribute('aria-pressed')).toBe('true');
    await page.user.click(left.getByRole('button', { name: 'more than planned' }));
    await waitFor(() =>
      expect(left.getByRole('button', { name: 'more than planned' }).getAttribute('aria-pressed')).toBe('true'),
    );
    const [now] = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
    expect(now.coats.find((c) => c.stage === 2)?.layer.settings.film).toBeCloseTo(1.6, 6);
    cleanup();
    const verdict = openAt(`/jobs/${job.number}/verdict`);
    await verdict.user.click(await screen.findByLabelText('It lies'));
    await verdict.user.click(await screen.findByRole('option', { name: 'blotchy' }));
    expect((await screen.findByTestId('pass-even')).textContent).toBe('✕ not as wished');
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

describe('a board on the bench', () => {
  const boards = async (job: Job) => (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards;
  const taps = () => within(screen.getByRole('region', { name: 'A tap each' }));

  it('is worked with one tap a step: coats one by one, wiped, dry; each undone at a tap', async () => {
    const job = await startJob({ woods: ['beech'] });
    const { id } = job.woods[0].boards[0];
    const stack = [
      { kind: 'wiping-stain', colours: { umber: 0.04 }, settings: {} },
      { kind: 'clear', colours: {}, medium: 'water-satin', settings: { coats: 2 } },
    ];
    await ask('POST', `/boards/${id}/recipe`, { stack, litres: 0.5, origin: 'hand' });
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    await page.press('Open Wiping stain');
    expect(screen.getByText('Mask the first 100 mm: what is below stays in sight there.')).toBeDefined();
    await page.press('Put on: wiping stain');
    await screen.findByText('✓ On');
    await page.press('Wiped');
    await waitFor(async () => expect((await boards(job))[0]?.coats[0]?.minutes).toBe(0));
    expect(await screen.findByText('✓ Wiped after 0 min')).toBeDefined();
    await screen.findByText('Wiped after 0 min.');
    await page.press('Undo');
    await waitFor(async () => expect((await boards(job))[0]?.coats[0]?.minutes).toBeNull());
    await page.press('Not dry yet');
    await screen.findByText(/the clock waits, and remembers it/);
    await page.press('Dry');
    expect(await screen.findByText(/^✓ Dry/)).toBeDefined();
    const { tests } = await ask<ClockKnown>('GET', '/clock');
    expect(tests.filter((t) => t.coat.startsWith(`board/${id}/`)).map((t) => t.dry)).toEqual([true, false]);
    await page.press('Next: clear');
    await page.press('Put on: clear, coat 1 of 2');
    await page.press('Put on: clear, coat 2 of 2');
    await waitFor(() => expect(taps().getByText('✓ On')).toBeDefined());
    expect((await boards(job))[0]?.coats.map((c) => c.stage)).toEqual([1, 2]);
  });
  it('is cut to its own size, with lines that are drawn by hand, and the next ones with it', async () => {
    const { job } = await startBoard();
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    await page.press('Cut 300 × 90 mm');
    await page.fill('Length, mm', '450');
    await page.fill('Dye begins at, mm', '300');
    await page.fill('Clear begins at, mm', '200');
    await page.press('Save');
    expect(await screen.findByText(/Each step begins after the one before it/)).toBeDefined();
    await page.fill('Clear begins at, mm', '380');
    await page.user.click(screen.getByLabelText('Cut the next boards so too'));
    await page.press('Save');
    expect(await screen.findByRole('button', { name: 'Cut 450 × 90 mm' })).toBeDefined();
    expect(screen.getByText(/from 380 mm/)).toBeDefined();
    await page.press('Take another board');
    expect(await screen.findByRole('button', { name: 'Cut 450 × 90 mm' })).toBeDefined();
    expect((await boards(job)).map((b) => b.cut.lines)).toEqual([[300, 380], []]);
    const { version } = await ask<House>('GET', '/house');
    await ask('PATCH', '/house', { version, cut: { length: 300, width: 90 } });
  });
  it('is rejected with a reason at two taps, and that is taken back', async () => {
    const { job, board } = await startBoard();
    await ask('POST', `/boards/${board.id}/coats`, { stage: 2 });
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    await page.press('Open Clear');
    await page.press('Reject it');
    await page.user.click(await screen.findByRole('menuitem', { name: 'Blotchy' }));
    expect((await screen.findByTestId('judged')).textContent).toBe('✕ Rejected');
    expect((await boards(job))[0]?.judged).toMatchObject({ accepted: false, words: 'Blotchy' });
    await page.press('Take it back');
    expect(await screen.findByRole('button', { name: 'Reject it' })).toBeDefined();
  });
  it('is put away and brought back; its wall and its clock are without it', async () => {
    const { job, board } = await startBoard();
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    await page.press('Take another board');
    await screen.findByRole('heading', { name: 'Board 2: raw' });
    await page.user.click(screen.getByRole('link', { name: /Board 1/ }));
    await screen.findByRole('heading', { name: 'Board 1: after dye' });
    await page.press('Put away');
    await screen.findByText('Board 1 is put away; what it taught stays known.');
    expect((await boards(job))[0]?.archived).toBe(true);
    await page.press('1 put away');
    expect(await screen.findByText('put away')).toBeDefined();
    await page.press('Undo');
    await waitFor(async () => expect((await boards(job))[0]?.archived).toBe(false));
    expect(board.id).toBe((await boards(job))[0]?.id);
  });
});

describe('the coats of a board', () => {
  const now = async (job: Job) => (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards[0];

  it('are put on with one tap, put right, and taken back', async () => {
    const { job } = await startBoard();
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    await page.press('Put on: dye');
    expect(await screen.findByText(/^On since \d\d:\d\d/)).toBeDefined();
    await page.press('Put right');
    await page.fill('Put on at', '2026-05-04T10:00');
    await page.fill('Honey, really used, g/L', '4.4');
    await page.fill('Shop, °C', '17');
    await page.fill('Note', 'pad nearly dry');
    await page.press('Save');
    expect(await screen.findByText(/On since 4 May 10:00/)).toBeDefined();
    expect(await screen.findByText(/Really used: .*Honey 4.40 g\/L/)).toBeDefined();
    const [coat] = (await now(job)).coats;
    expect(coat).toMatchObject({ note: 'pad nearly dry', conditions: { temperature: 17, humidity: null } });
    await page.press('Not on after all');
    await screen.findByText('Dye taken back.');
    expect((await now(job)).coats).toEqual([]);
    await page.press('Undo');
    await waitFor(async () => expect((await now(job)).coats).toHaveLength(1));
  });
  it('of yesterday are entered whole, and what was typed wrongly is kept with its sentence', async () => {
    const { job } = await startBoard();
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    await page.press('Enter what was done');
    const times = () => screen.getAllByLabelText('Put on at');
    const labs = () => screen.getAllByLabelText('Read: L* a* b*');
    await screen.findByRole('dialog');
    await page.press('Enter it');
    expect(screen.getByRole('alert').textContent).toContain('Nothing was entered');
    fireEvent.change(times()[1], { target: { value: '2026-05-04T09:30' } });
    fireEvent.change(labs()[1], { target: { value: '50,1 12 20' } });
    await page.press('Enter it');
    expect(screen.getByRole('alert').textContent).toContain('is not three numbers');
    fireEvent.change(labs()[1], { target: { value: '50.1 12 20' } });
    await page.press('Enter it');
    await waitFor(async () => expect((await now(job)).readings.filter((r) => r.stage === 1)).toHaveLength(1));
    const { coats, readings } = await now(job);
    expect(coats[0].putOnAt).toBe(new Date('2026-05-04T09:30').toISOString());
    expect(readings.find((r) => r.stage === 1)?.takenAt).toBe(coats[0].putOnAt);
  });
  it('and readings filed under the wrong stage are put right; the story tells it all', async () => {
    const { job, board } = await startBoard();
    await ask('POST', `/boards/${board.id}/readings`, { stage: 1, reading: { source: 'typed', lab: [45, 14, 22] } });
    const page = openAt(`/jobs/${job.number}/boards?board=beech-1`);
    await page.press('Open Dye');
    await page.user.click((await screen.findAllByRole('button', { name: 'Put right' })).at(-1) as HTMLElement);
    await page.choose('It was read', 'after clear');
    await page.press('Save');
    await waitFor(async () => expect((await now(job)).readings.some((r) => r.stage === 2)).toBe(true));
    await page.user.click(screen.getByRole('link', { name: 'Story of this board' }));
    expect(await screen.findByRole('heading', { name: /Story of board beech-1/ })).toBeDefined();
    expect(await screen.findByText('Reading put right: stage 1 → 2')).toBeDefined();
    expect(screen.getByText(/^Recipe 1 planned \(hand\): Dye with .* Honey/)).toBeDefined();
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
  it('a bracket is made on strips of one plank, and stands for the customer', async () => {
    const { job, press, choose } = await openSeries();
    await choose('Made on', 'strips of board 1, one plank');
    await press('Plan these boards');
    expect(await screen.findByText('3 strips planned: lighter, on, darker.')).toBeDefined();
    const now = await ask<Job>('GET', `/jobs/${job.number}`);
    const { boards } = now.woods[0];
    expect(boards.map((b) => b.strip)).toEqual(['lighter', 'on', 'darker']);
    expect(new Set(boards.map((b) => b.plank)).size).toBe(1);
    expect(now.brackets.at(-1)?.boards).toEqual(boards.map((b) => ({ board: b.id, says: b.strip })));
  });
  it('a ladder takes one colour up in even steps', async () => {
    const { job, press, choose, fill } = await openSeries();
    await press('Ladder');
    await choose('Colour', 'Wine');
    await fill('Steps', '4');
    await press('Plan these boards');
    await waitFor(async () => expect(await planned(job)).toHaveLength(4));
    const wine = (await planned(job)).map((b) => b.recipe?.stack[0].colours.wine ?? 0);
    expect(wine).toEqual([...wine].sort((a, b) => a - b));
    expect(wine[3]).toBeGreaterThan(wine[0]);
  });
  it('a grid crosses two colours of one layer, and a series that cannot be is refused', async () => {
    const { job, press, choose, fill } = await openSeries();
    await press('Grid');
    await fill('Steps', '0');
    await press('Plan these boards');
    expect(await screen.findByRole('alert')).toBeDefined();
    await choose('Crossed with', 'Wine');
    await fill('Steps', '2');
    await press('Plan these boards');
    await waitFor(async () => expect(await planned(job)).toHaveLength(4));
  });
});

describe('steps on one board', () => {
  it('are strips of a board, each planned as it was said; from the second on with what goes into the cup', async () => {
    const { job } = await startBoard();
    const { press, fill } = openAt(`/jobs/${job.number}/boards`);
    await press('Steps on this board');
    await fill('Steps', 'half');
    await press('Plan these strips');
    expect(await screen.findByText(/Say two at least/)).toBeDefined();
    await fill('Steps', 'half, as much again, + 1 g/L wine');
    expect((await screen.findByRole('list', { name: 'What is tried' })).querySelectorAll('li')).toHaveLength(3);
    await press('Plan these strips');
    expect(await screen.findByText('3 strips on one board: the one that is right is taken on.')).toBeDefined();
    const strips = (await ask<Job>('GET', `/jobs/${job.number}`)).woods[0].boards.filter((b) => b.strip);
    expect(strips.map((b) => b.strip)).toEqual(['1: half', '2: as much again', '3: + 1 g/L wine']);
    expect(new Set(strips.map((b) => b.plank)).size).toBe(1);
    const wine = strips.map((b) => b.recipe?.stack[0].colours.wine ?? 0);
    expect(wine[1]).toBeCloseTo(2 * wine[0], 9);
    expect(wine[2]).toBeCloseTo(wine[1] + 1, 9);
    expect(strips[1].recipe?.stack[0].note).toMatch(/^to 50 mL of the cup before add /);
  });
});
