import { screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { ask, openAt, startJob } from '../../../test/web/open.tsx';

const rowOf = async (customer: string) =>
  (await screen.findAllByRole('row')).find((row) => within(row).queryByText(customer)) as HTMLElement;

describe('the jobs', () => {
  it('say so when the server does not answer', async () => {
    vi.stubGlobal('fetch', async () => Promise.reject(new TypeError('refused')));
    openAt('/jobs');
    expect((await screen.findByRole('alert')).textContent).toContain('The Urushi server does not answer.');
  });
  it('say so when the answer makes no sense', async () => {
    vi.stubGlobal('fetch', async () => new Response('<html>', { status: 502 }));
    openAt('/jobs');
    expect((await screen.findByRole('alert')).textContent).toBe('The server gave an answer that makes no sense.');
  });
  it('without any say what to do first', async () => {
    vi.stubGlobal('fetch', async () => new Response('{"jobs":[],"count":0,"next":null}'));
    openAt('/jobs');
    expect(await screen.findByText(/No job yet. Start one with its customer and piece/)).toBeDefined();
  });
  it('are started with a sentence for what is missing, and lead to the target', async () => {
    const page = openAt('/jobs');
    await page.press('New job');
    await page.press('Start the job');
    const alerts = await screen.findAllByRole('alert');
    expect(alerts.map((a) => a.textContent)).toEqual(['Who is the customer?', 'What is the piece?']);
    await page.fill('Customer', 'Lamp Room');
    await page.fill(/^Piece/, 'A bench');
    await page.fill(/^Tolerance/, 'half');
    await page.press('Start the job');
    expect((await screen.findByRole('alert')).textContent).toContain('The tolerance is a ΔE00');
    await page.fill(/^Tolerance/, '0,5');
    await page.press('Start the job');
    await waitFor(() => expect(page.at()).toMatch(/^\/jobs\/\d+\/target$/));
    expect(await screen.findByRole('heading', { name: 'Lamp Room' })).toBeDefined();
  });
  it('keep what was typed into a dialog that was closed', async () => {
    const page = openAt('/jobs');
    await page.press('New job');
    await page.fill('Customer', 'Half a na');
    await page.press('Later');
    await page.press('New job');
    expect((screen.getByLabelText('Customer') as HTMLInputElement).value).toBe('Half a na');
  });
  it('show woods and how near the best board came', async () => {
    const job = await startJob({ woods: ['beech'], tolerance: 2 });
    openAt('/jobs');
    const row = await rowOf(job.customer);
    expect(within(row).getByText('Beech')).toBeDefined();
    expect(within(row).getByText('to plan')).toBeDefined();
    expect(within(row).getByText('2.0')).toBeDefined();
    const link = within(row).getByRole('link', { name: job.customer }) as HTMLAnchorElement;
    const next = within(row).getByRole('link', { name: 'Plan a board of beech' }) as HTMLAnchorElement;
    expect(next.getAttribute('href')).toBe(`/jobs/${job.number}/layers?wood=beech`);
    expect(link.getAttribute('href')).toBe(`/jobs/${job.number}/layers`);
  });
  it('are searched once there are more than ten', async () => {
    for (let i = 0; i < 11; i++) await ask('POST', '/jobs', { customer: `Boat ${i}`, piece: 'Locker', tolerance: 1 });
    const page = openAt('/jobs');
    await page.fill('Search customer, piece, wood', 'boat 7');
    await waitFor(() => expect(screen.queryByText('Boat 6')).toBeNull());
    expect(await screen.findByText('Boat 7')).toBeDefined();
    expect(page.at()).toContain('search=boat');
    await page.fill('Search customer, piece, wood', 'no such job');
    expect(await screen.findByText('No job is like that.')).toBeDefined();
  });
  it('have their boards opened by a label before the camera, where the browser reads codes', async () => {
    const { number } = await startJob({ woods: ['beech'] });
    const stop = vi.fn();
    vi.stubGlobal(
      'BarcodeDetector',
      class {
        detect = async () => [{ rawValue: 'of another thing' }, { rawValue: `${number}/beech-1` }];
      },
    );
    vi.stubGlobal('navigator', {
      ...navigator,
      mediaDevices: { getUserMedia: async () => ({ getTracks: () => [{ stop }] }) },
    });
    vi.spyOn(HTMLMediaElement.prototype, 'play').mockResolvedValue();
    vi.spyOn(HTMLMediaElement.prototype, 'readyState', 'get').mockReturnValue(4);
    const page = openAt('/jobs');
    await page.press('Open by label');
    await page.press('Scan it');
    expect(await screen.findByRole('heading', { name: 'Board 1: raw' })).toBeDefined();
    await waitFor(() => expect(stop).toHaveBeenCalledOnce());
  });
  it('are put away, and brought back by Undo', async () => {
    const { id } = await ask<{ id: string }>('POST', '/jobs', { customer: 'Buoy Store', piece: 'Rack', tolerance: 1 });
    const page = openAt('/jobs');
    await page.user.click(within(await rowOf('Buoy Store')).getByRole('button', { name: 'Put away' }));
    await waitFor(() => expect(screen.queryByRole('link', { name: 'Buoy Store' })).toBeNull());
    await page.press('Undo');
    expect(await screen.findByRole('link', { name: 'Buoy Store' })).toBeDefined();
    await ask('GET', `/jobs/${id}`);
  });
});
