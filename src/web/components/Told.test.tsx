import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { ask, openAt, startBoard } from '../../../test/web/open.tsx';
import type { House } from '../../shared/house.ts';

const tell = async (tells: 'words' | 'figures') => {
  const { version } = await ask<House>('GET', '/house');
  await ask('PATCH', '/house', { version, tells });
};

describe('a figure', () => {
  it('is told in words where the shop likes that, with the figure and what it means a tap behind', async () => {
    const { job, board } = await startBoard();
    for (const stage of [1, 2])
      await ask('POST', `/boards/${board.id}/readings`, { stage, reading: { source: 'instrument', count: 5 } });
    await tell('words');
    const { user } = openAt(`/jobs/${job.number}/verdict`);
    const said = await screen.findByTestId('verdict-delta');
    await waitFor(() => expect(said.textContent).toMatch(/shade/));
    expect(said.textContent).not.toMatch(/\d\.\d/);
    await user.click(within(said).getByRole('button'));
    const meaning = await screen.findByRole('dialog', { name: 'What this figure means' });
    expect(meaning.textContent).toMatch(/^\d+\.\dΔE00/);
    expect(meaning.textContent).toContain('How far apart two colours look');
    cleanup();
    await tell('figures');
    openAt(`/jobs/${job.number}/verdict`);
    const figure = await screen.findByTestId('verdict-delta');
    await waitFor(() => expect(figure.textContent).toMatch(/^\d+\.\d+$/));
  });
});
