import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { ask, openAt, startBoard, startJob } from '../../../test/web/open.tsx';
import type { Job } from '../../shared/job.ts';

const typedLab = async (page: ReturnType<typeof openAt>, l: string, a: string, b: string) => {
  for (const [axis, value] of [
    ['L*', l],
    ['a*', a],
    ['b*', b],
  ])
    await page.fill(axis, value);
  await page.press('Add');
};
const meanLab = async () => (await screen.findByTestId('mean-lab')).textContent;

/** A file as the browser hands it over when it is dropped. */
const dropped = (file: File) => ({
  types: ['Files'],
  files: [file],
  items: [{ kind: 'file', type: file.type, getAsFile: () => file }],
});

describe('the target', () => {
  it('is not there until it is read', async () => {
    const { number: id } = await startJob({ target: false });
    openAt(`/jobs/${id}/target`);
    expect(await screen.findByText('The target is not read yet.')).toBeDefined();
    expect(screen.getByText('No reading yet.')).toBeDefined();
    expect(screen.queryByRole('link', { name: 'On to the woods' })).toBeNull();
  });
  it('typed as L*a*b* is taken for daylight only, and nonsense is refused with the value’s name', async () => {
    const { number: id } = await startJob({ target: false });
    const page = openAt(`/jobs/${id}/target`);
    await page.press('Type L*a*b*');
    await typedLab(page, '42', '', '18');
    expect((await screen.findByRole('alert')).textContent).toBe('a*: the value is missing.');
    await typedLab(page, '42', 'red', '18');
    await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('a*: “red” is not a number.'));
    await typedLab(page, '142', '12', '18');
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('L* must lie between 0 and 100'));
    await typedLab(page, '42,0', '−12', '18');
    await waitFor(async () => expect(await meanLab()).toBe('L* 42.0  a* −12.0  b* 18.0'));
    expect(screen.getByText(/Boards that match it in daylight can lie ΔE00 \d.* apart under a lamp/)).toBeDefined();
    expect(screen.queryByLabelText('lamp')).toBeNull();
  });
  it('says how even it is, and what would settle it', async () => {
    const { number: id } = await startJob();
    openAt(`/jobs/${id}/target`);
    expect(await screen.findByRole('heading', { name: 'How even it is' })).toBeDefined();
    expect(screen.getByText(/^\d+ readings, up to ΔE00 \d/)).toBeDefined();
    expect(screen.getByRole('img', { name: 'The spots that were read, side by side' })).toBeDefined();
  });
  it('from a file with several readings is their mean in reflectance', async () => {
    const { number: id } = await startJob({ target: false });
    const page = openAt(`/jobs/${id}/target`);
    await page.press('File');
    const drop = (name: string, text: string) =>
      fireEvent.drop(screen.getByRole('region', { name: 'Readings' }), {
        dataTransfer: dropped(new File([text], name)),
      });
    drop('empty.csv', '');
    expect((await screen.findByRole('alert')).textContent).toContain('empty.csv');
    await page.press('Leave it');
    drop('two.csv', 'L*,a*,b*\n40,12,18\n44,12,18\n');
    await page.press('Keep these 2 readings');
    expect(await screen.findByText(/mean of 2 in reflectance/)).toBeDefined();
    expect(screen.getByRole('alert').textContent).toContain('two.csv is kept for the target.');
    // What came out of one file goes out again as one.
    await page.press('Undo');
    expect(await screen.findByText('No reading yet.')).toBeDefined();
    drop('large.csv', 'x'.repeat(4_100_000));
    expect(await screen.findByText(/large\.csv: the file is larger than 4 MB/)).toBeDefined();
  });
  it('is read by the instrument, by button or Space, and a stray reading is taken out and put back', async () => {
    const { number: id } = await startJob({ target: false });
    const page = openAt(`/jobs/${id}/target`);
    await page.choose('Under the simulated instrument', 'Stair rail');
    await page.press('Read 5×');
    expect(await screen.findByText(/mean of 5 in reflectance · spread ΔE00/)).toBeDefined();
    const once = screen.getByRole('button', { name: 'Read once (Space)' });
    await waitFor(() => expect(once).toHaveProperty('disabled', false));
    fireEvent.keyDown(document.body, { code: 'Space' });
    expect(await screen.findByText(/mean of 6 in reflectance/)).toBeDefined();
    await page.press('Take out reading 6');
    expect(await screen.findByText(/mean of 5 in reflectance/)).toBeDefined();
    await page.press('Undo');
    expect(await screen.findByText(/mean of 6 in reflectance/)).toBeDefined();
  });
  it('has a tolerance, saved on leaving the field, kept as typed when refused', async () => {
    const { number: id } = await startJob();
    const page = openAt(`/jobs/${id}/target`);
    await page.fill('Tolerance, ΔE00', '0.1');
    await page.user.tab();
    expect((await screen.findByRole('alert')).textContent).toContain('finer than wood allows');
    expect((screen.getByLabelText('Tolerance, ΔE00') as HTMLInputElement).value).toBe('0.1');
    await page.fill('Tolerance, ΔE00', '1.5');
    await page.user.keyboard('{Enter}');
    expect(await screen.findByText(/A miss of this size is visible edge to edge/)).toBeDefined();
    expect((await ask<Job>('GET', `/jobs/${id}`)).tolerance).toBe(1.5);
  });
  it('has lights that count in a search, daylight always', async () => {
    const { number: id } = await startJob();
    const page = openAt(`/jobs/${id}/target`);
    await page.fill('white LED', '2');
    await page.user.tab();
    await waitFor(async () => expect((await ask<Job>('GET', `/jobs/${id}`)).lights.LED).toBe(2));
    await page.fill('daylight', '0');
    await page.user.tab();
    expect((await screen.findByRole('alert')).textContent).toContain('a board is judged by it');
    // Two in a row: neither forgets the other.
    await page.fill('lamp', '3');
    await page.fill('three-band tube', '1');
    await page.user.tab();
    await waitFor(async () =>
      expect((await ask<Job>('GET', `/jobs/${id}`)).lights).toEqual({ D65: 1, A: 3, LED: 2, F11: 1 }),
    );
  });
  it('told as L*a*b* for another light and observer is another colour in daylight', async () => {
    const { number: id } = await startJob({ target: false });
    const page = openAt(`/jobs/${id}/target`);
    await page.press('Type L*a*b*');
    await page.choose('For the light', 'D50/2°');
    await typedLab(page, '42', '12', '18');
    expect(await meanLab()).not.toBe('L* 42.0  a* 12.0  b* 18.0');
    expect((await screen.findAllByText(/for D50\/2° only/)).length).toBeGreaterThan(0);
  });
  it('of a file that names no light asks for it before anything is kept', async () => {
    const { number: id } = await startJob({ target: false });
    const page = openAt(`/jobs/${id}/target`);
    await page.press('File');
    fireEvent.drop(screen.getByRole('region', { name: 'Readings' }), {
      dataTransfer: dropped(new File(['L*,a*,b*\n40,12,18\n'], 'silent.csv')),
    });
    await page.choose('The file names no light: for which are its L*a*b*?', 'A/10°');
    expect(await screen.findByText(/for A\/10° only/)).toBeDefined();
    await page.press('Keep this reading');
    expect(await meanLab()).not.toBe('L* 40.0  a* 12.0  b* 18.0');
  });
  it('has two tones once ground and grain are read, each with its tolerance and its evenness', async () => {
    const { number: id } = await startJob({ target: false });
    const page = openAt(`/jobs/${id}/target`);
    await page.choose('Under the simulated instrument', 'Landing floor, two tones');
    for (const [where, name] of [
      ['Ground alone', 'ground 5'],
      ['Grain alone', 'grain 5'],
    ] as const) {
      await page.choose('Where', where);
      await page.press('Read 5×');
      expect(await screen.findByText(name)).toBeDefined();
    }
    expect(await screen.findByRole('img', { name: 'The target: its ground and its grain' })).toBeDefined();
    await page.fill('Grain, ΔE00', '1.5');
    await page.user.tab();
    await waitFor(async () => expect((await ask<Job>('GET', `/jobs/${id}`)).grainTolerance).toBe(1.5));
    for (const of of ['ground', 'grain'])
      expect(screen.getByRole('heading', { name: `How even its ${of} is` })).toBeDefined();
  });
  it('of words starts from a wood and is moved by shades', async () => {
    const { number: id } = await startJob({ target: false });
    const page = openAt(`/jobs/${id}/target`);
    await page.press('Words');
    await page.choose('Start from', 'Raw beech');
    await page.press('Move it by a word');
    await page.choose('How much', 'two shades');
    await page.choose('Which way', 'darker');
    expect(await screen.findByText(/two shades darker: ΔE00 4\.0 from it/)).toBeDefined();
    await page.press('Take as the target');
    expect(await screen.findByText('raw beech, two shades darker')).toBeDefined();
    expect(screen.getByTestId('known-to').textContent).toMatch(/^Known to about 2 shades: hold it against a board/);
    expect(screen.queryByText(/would settle it/)).toBeNull();
  });
  it('of a shop with eyes only is held against the rack: first which is the nearest, then how it differs from that', async () => {
    const house = await ask<{ version: number; tools: string[]; schools: unknown }>('GET', '/house');
    const tools = (of: readonly string[], version: number) =>
      ask<{ version: number }>('PATCH', '/house', { version, tools: of, schools: house.schools });
    const without = await tools(
      house.tools.filter((t) => t !== 'instrument'),
      house.version,
    );
    try {
      const { number: id } = await startJob({ target: false });
      const page = openAt(`/jobs/${id}/target`);
      const rack = within(await screen.findByRole('region', { name: 'Hold it to the rack' }));
      const up = rack.getAllByRole('button');
      expect(up.length).toBeGreaterThan(1);
      await page.user.click(up[0] as HTMLElement);
      // It is known a little now, and what was said stands below.
      expect(await screen.findByTestId('known-to')).toBeDefined();
      expect(rack.getByText(/the nearest of \d to the target/)).toBeDefined();
      expect(screen.queryByText('The target is not read yet.')).toBeNull();
      expect(rack.getByRole('heading', { name: /against the target, edge to edge/ })).toBeDefined();
      await page.press('darker');
      await page.press('It is a touch darker');
      expect(await rack.findByText(/a touch darker/)).toBeDefined();
      for (const button of rack.getAllByRole('button', { name: 'Take it out' }).slice(0, 1)) fireEvent.click(button);
      expect(await screen.findByText('Look taken out.')).toBeDefined();
    } finally {
      // The shop is others' too.
      await tools(house.tools, without.version);
    }
  });
  it('is revised, never overwritten: what is still good and what is to be made again is said', async () => {
    const { job } = await startBoard(true);
    const page = openAt(`/jobs/${job.number}/target`);
    await page.press('Revise the target');
    const dialog = within(await screen.findByRole('dialog', { name: 'A new target' }));
    await page.user.click(dialog.getByRole('button', { name: 'Words' }));
    await page.choose('Start from', /^Beech, board 1/);
    const take = dialog.getByRole('button', { name: 'Take as the target' });
    await page.user.click(take);
    expect((await dialog.findByRole('alert')).textContent).toMatch(/What changed\?/);
    await page.fill('What changed?', 'this board was liked better');
    await page.user.click(take);
    expect(await screen.findByText(/Target 1, tolerance 1.0, until .*this board was liked better/)).toBeDefined();
    expect(await screen.findByText(/board 1 is still good, ΔE00 0\.0/)).toBeDefined();
    expect((await ask<Job>('GET', `/jobs/${job.number}`)).revision).toBe(2);
  });
  it('asks for more than colour: sheen in words, pores, feel, use', async () => {
    const { number: id } = await startJob();
    const page = openAt(`/jobs/${id}/target`);
    await page.fill(/^Sheen, GU/, '30');
    await page.user.tab();
    expect(await screen.findByLabelText('Sheen, GU: satin')).toBeDefined();
    await page.choose('Pores', 'open');
    await waitFor(async () =>
      expect((await ask<Job>('GET', `/jobs/${id}`)).wishes).toEqual({ sheen: 30, pores: 'open' }),
    );
  });
});
