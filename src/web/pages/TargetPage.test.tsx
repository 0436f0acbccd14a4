import { fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { ask, openAt, startJob } from '../../../test/web/open.tsx';
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
    expect(screen.getByText(/How it looks under other lights cannot be said/)).toBeDefined();
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
        dataTransfer: { files: [new File([text], name)] },
      });
    drop('empty.csv', '');
    expect((await screen.findByRole('alert')).textContent).toContain('empty.csv');
    await page.press('Leave it');
    drop('two.csv', 'L*,a*,b*\n40,12,18\n44,12,18\n');
    await page.press('Keep these 2 readings');
    expect(await screen.findByText(/mean of 2 in reflectance/)).toBeDefined();
    expect(screen.queryByRole('alert')).toBeNull();
    drop('large.csv', 'x'.repeat(4_100_000));
    expect((await screen.findByRole('alert')).textContent).toContain('large.csv: the file is larger than 4 MB');
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
});
