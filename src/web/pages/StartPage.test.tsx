import { cleanup, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { ask, openAt } from '../../../test/web/open.tsx';
import type { House } from '../../shared/house.ts';
import type { Job } from '../../shared/job.ts';
import type { Shelf } from '../../shared/shelf.ts';

describe('a new shop', () => {
  it('begins with four taps, a wood and what a label says, and comes to a foreseen board', async () => {
    const page = openAt('/start');
    await page.press('A scale');
    await page.press('In words: a shade too red');
    await page.press(/cherry|walnut/);
    await page.press('gel stain');
    await page.fill('What its label says', 'Mahogany, light');
    expect(await screen.findByRole('button', { name: 'russet, light', pressed: true })).toBeDefined();
    await page.press('russet, dark');
    // Nothing that was tapped is lost on the way to another page and back.
    cleanup();
    const again = openAt('/start');
    expect(await screen.findByRole('button', { name: 'russet, dark', pressed: true })).toBeDefined();
    await again.press('See it on the wood');
    await waitFor(() => expect(again.at()).toMatch(/^\/jobs\/\d+\/layers\?wood=walnut$/), { timeout: 20_000 });
    expect((await screen.findAllByText(/shades? either way$/, undefined, { timeout: 20_000 })).length).toBe(2);
    const house = await ask<House>('GET', '/house');
    expect(house).toMatchObject({ tells: 'words', bench: { measure: 'weigh' }, tools: ['scale'] });
    const { colourants, mediums } = await ask<Shelf>('GET', '/shelf');
    expect(colourants.find((c) => c.id === 'mahogany-light')).toMatchObject({ kind: 'stain', fit: null });
    expect(mediums.some((m) => m.id === 'clear-varnish')).toBe(true);
    const number = /\d+/.exec(again.at())?.[0];
    const job = await ask<Job>('GET', `/jobs/${number}`);
    expect(job.woods[0]?.draft).toMatchObject([{ kind: 'gel-stain' }, { kind: 'clear', method: 'brushed' }]);
    // The house is as other tests of this shop know it.
    await ask('PATCH', '/house', {
      version: house.version,
      tells: 'figures',
      tools: ['scale', 'spray-gun', 'instrument'],
    });
  });
  it('is filled by hand by whoever likes', async () => {
    const page = openAt('/start');
    await page.press('I fill the shelf myself');
    await waitFor(() => expect(page.at()).toBe('/shelf'));
  });
});
