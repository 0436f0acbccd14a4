import { cleanup, screen, waitFor } from '@testing-library/react';
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
    expect(offered).toContain('Beech once more …');
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
    await waitFor(() => expect(screen.getByRole('main').scrollTop, 'a new place opens at its top').toBe(0));
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
  it('that are prepared in two windows at once keep both until one is chosen', async () => {
    const { number, woods } = await startJob({ woods: ['beech'] });
    const page = openAt(`/jobs/${number}/woods`);
    await screen.findByRole('combobox', { name: 'Last grit' });
    const { id, preparation } = woods[0];
    await ask('PUT', `/woods/${id}/preparation`, { version: 1, preparation: { ...preparation, grit: 100 } });
    await page.choose('Last grit', '240');
    const alert = await screen.findByRole('alert');
    expect(alert.textContent).toContain('Now: grit 100, plain, grain raised. Yours, not saved: grit 240');
    await page.press('Save mine');
    const grit = async () => (await ask<Job>('GET', `/jobs/${number}`)).woods[0].preparation.grit;
    await waitFor(async () => expect(await grit()).toBe(240));
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
  });
  it('have their offcuts counted, and shown where boards are planned', async () => {
    const { number } = await startJob({ woods: ['beech'] });
    const page = openAt(`/jobs/${number}/woods`);
    await page.fill('Offcuts left for trials', 'some');
    await page.user.tab();
    expect((await screen.findByRole('alert')).textContent).toContain('must be a number');
    await page.fill('Offcuts left for trials', '3');
    await page.user.tab();
    await waitFor(async () => expect((await ask<Job>('GET', `/jobs/${number}`)).woods[0].offcuts).toBe(3));
    cleanup();
    const boards = openAt(`/jobs/${number}/boards`);
    expect(await screen.findByText('3 offcuts left')).toBeDefined();
    await boards.press('Take another board');
    expect(await screen.findByText('2 offcuts left')).toBeDefined();
  });
});

describe('what a wood can and is', () => {
  it('is told before any recipe: reached, with how near and by which colours', async () => {
    const { number: id } = await startJob({ woods: ['beech'] });
    openAt(`/jobs/${id}/woods`);
    expect(await screen.findByText('Yes, by the model')).toBeDefined();
    expect(Number(screen.getByTestId('reach').textContent)).toBeLessThan(1);
    expect(screen.getByText(/^nearest ΔE00 with /)).toBeDefined();
  });
  it('is told what stops it and what would help, in figures', async () => {
    const { number: id } = await startJob({ target: false, woods: ['beech'] });
    await ask('POST', `/jobs/${id}/readings`, { source: 'typed', lab: [88, 2, 12] });
    openAt(`/jobs/${id}/woods`);
    expect(await screen.findByText('Not with a dye and a clear')).toBeDefined();
    expect(screen.getByText(/The target is lighter than this wood under its clear/)).toBeDefined();
    const [near] = screen.getAllByText('Bleach first');
    expect(Number(near?.querySelector('b')?.textContent)).toBeLessThan(Number(screen.getByTestId('reach').textContent));
  });
  it('stands twice in a job, side by side, when its parts are told apart', async () => {
    const { number: id } = await startJob({ woods: ['beech'] });
    const page = openAt(`/jobs/${id}/woods`);
    await page.choose('Add a wood', 'Beech once more …');
    await page.press('Add it');
    expect((await screen.findByRole('alert')).textContent).toMatch(/what tells it from the other/);
    await page.fill('What tells it from the other', 'veneer');
    await page.press('Add it');
    expect(await screen.findByRole('heading', { name: 'Beech, veneer board 1, raw' })).toBeDefined();
    expect(screen.getByText('Beech, board 1')).toBeDefined();
    expect(page.at()).toMatch(/wood=beech-veneer$/);
  });
  it('is a pile: boards are read beside one another, an odd one is set apart and put back', async () => {
    const { number: id } = await startJob({ woods: ['beech'] });
    const page = openAt(`/jobs/${id}/woods`);
    await page.press('Read another board');
    expect(await screen.findByRole('heading', { name: 'Beech board 2, raw' })).toBeDefined();
    await page.press('Read 5×');
    expect(await screen.findByText(/^2 boards read raw, up to ΔE00 \d/)).toBeDefined();
    await page.press('Set apart');
    await page.fill('Why?', 'redder than the rest');
    await page.press(/^Set board \d apart$/);
    expect(await screen.findByText('set apart: redder than the rest')).toBeDefined();
    expect(screen.queryByText(/boards read raw/)).toBeNull();
    await page.press('Put back');
    expect(await screen.findByText(/^2 boards read raw/)).toBeDefined();
  });
  it('has its tissues set in the page', async () => {
    const { number: id } = await startJob({ woods: ['beech'] });
    const page = openAt(`/jobs/${id}/woods`);
    await page.press('What the wood is');
    expect(await screen.findByRole('dialog', { name: 'What the wood is' })).toBeDefined();
    expect(screen.getByText('Light ground')).toBeDefined();
    await page.press('Back to the board');
  });
});

describe('the parts of a job', () => {
  it('are typed line by line; their areas follow, in the units of the house', async () => {
    const { number } = await startJob({ woods: ['beech'] });
    const page = openAt(`/jobs/${number}/parts`);
    expect(await screen.findByText(/No part yet/)).toBeDefined();
    await page.fill(/^One part a line/, '4 x Shelf, beech');
    await page.press('Add');
    expect((await screen.findByRole('alert')).textContent).toContain('Line 1: the size is missing');
    await page.fill(/^One part a line/, '4 x Shelf, beech, 800 x 250 x 20 mm, both faces');
    await page.press('Add');
    expect(await screen.findByText('4 × Shelf')).toBeDefined();
    expect(screen.getAllByText('1.60 m²')).toHaveLength(2);
    await page.press('Change');
    await page.fill('How many', '2');
    await page.press('Save');
    expect((await screen.findAllByText('0.80 m²')).length).toBe(2);
    await page.press('Take out');
    expect(await screen.findByText(/No part yet/)).toBeDefined();
    await page.press('Undo');
    expect(await screen.findByText('2 × Shelf')).toBeDefined();
  });
});
