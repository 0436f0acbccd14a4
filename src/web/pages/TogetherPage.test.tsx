import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { ask, openAt, startJob } from '../../../test/web/open.tsx';
import type { Job } from '../../shared/job.ts';

describe('all woods of a job together', () => {
  it('each get their own recipe to the one target, and it becomes the draft of that wood', async () => {
    const job = await startJob({ woods: ['beech', 'birch'] });
    const page = openAt(`/jobs/${job.number}/together`);
    expect(await screen.findByText('One target, 2 woods, a recipe for each')).toBeDefined();
    await page.press('Find for every wood');
    await screen.findByRole('button', { name: 'Take on beech' });
    await page.press('Take on birch');
    const birch = job.woods.find((w) => w.speciesId === 'birch');
    await waitFor(() => expect(page.at()).toContain('/layers?wood=birch'));
    const { woods } = await ask<Job>('GET', `/jobs/${job.number}`);
    expect(Object.keys(woods.find((w) => w.id === birch?.id)?.draft?.[0].colours ?? {}).length).toBeGreaterThan(0);
    expect(woods.find((w) => w.speciesId === 'beech')?.draft).toBeNull();
  });
  it('say when there is no target', async () => {
    const job = await startJob({ target: false, woods: ['beech'] });
    openAt(`/jobs/${job.number}/together`);
    expect((await screen.findByRole('alert')).textContent).toContain('Read the target first');
  });
});
