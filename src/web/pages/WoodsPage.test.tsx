import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { ask, openAt, startJob } from '../../../test/web/open.tsx';
import type { Job } from '../../shared/job.ts';

describe('the woods of a job', () => {
  it('are added off the shelf, each once', async () => {
    const { number: id } = await startJob();
    const page = openAt(`/jobs/${id}/woods`);
    expect(await screen.findByText(/Which wood is it to be made in/)).toBeDefined();
    await page.press('Beech');
    expect(await screen.findByRole('heading', { name: 'Beech board 1, raw' })).toBeDefined();
    await page.choose('Add a wood', 'Birch');
    expect(await screen.findByRole('heading', { name: 'Birch board 1, raw' })).toBeDefined();
    await page.user.click(screen.getByRole('combobox', { name: 'Add a wood' }));
    const offered = screen.queryAllByRole('option').map((o) => o.textContent);
    expect(offered.filter((name) => name === 'Beech' || name === 'Birch')).toEqual([]);
    await page.user.keyboard('{Escape}');
    await page.user.click(screen.getByRole('link', { name: /Beech/ }));
    expect(await screen.findByRole('heading', { name: 'Beech board 1, raw' })).toBeDefined();
  });
  it('are read raw before their layers are planned', async () => {
    const { number: id } = await startJob();
    await ask('POST', `/jobs/${id}/woods`, { speciesId: 'beech' });
    const page = openAt(`/jobs/${id}/woods`);
    expect(await screen.findByText('not read yet')).toBeDefined();
    expect(screen.queryByRole('link', { name: 'Plan the layers on beech' })).toBeNull();
    await page.press('Read once (Space)');
    const onward = await screen.findByRole('link', { name: 'Plan the layers on beech' });
    screen.getByRole('main').scrollTop = 120;
    await page.user.click(onward);
    await waitFor(() => expect(page.at()).toMatch(/\/layers\?wood=beech$/));
    expect(screen.getByRole('main').scrollTop, 'a new place opens at its top').toBe(0);
  });
  it('keep their preparation', async () => {
    const { number: id } = await startJob({ woods: ['beech'] });
    const page = openAt(`/jobs/${id}/woods`);
    await page.choose('Last grit', '240');
    await page.user.click(await screen.findByLabelText('Conditioner before the first colour'));
    await page.choose('Texture', 'brushed');
    await waitFor(async () =>
      expect((await ask<Job>('GET', `/jobs/${id}`)).woods[0].preparation).toMatchObject({
        grit: 240,
        conditioner: true,
        texture: 'brushed',
        oldFinish: false,
      }),
    );
  });
});
