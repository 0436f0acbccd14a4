import { cleanup, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { ask, openAt, startJob } from '../../../test/web/open.tsx';
import type { StoredEvent } from '../../shared/event.ts';
import type { House } from '../../shared/house.ts';
import type { Job } from '../../shared/job.ts';
import type { OldBoard } from '../../shared/old-board.ts';

describe('the house', () => {
  it('names its people; who is chosen at the bench is written down with what is done', async () => {
    const page = openAt('/house');
    await page.press('New person');
    await page.fill('Name', 'Marit');
    await page.press('Save');
    expect((await screen.findByRole('alert')).textContent).toBe('One to four letters.');
    await page.fill('Initials', 'Ma');
    await page.press('Save');
    // The first one named in this browser is at its bench.
    expect(await screen.findByRole('button', { name: 'At the bench: Marit' })).toBeDefined();
    await page.press('Change');
    await page.fill('Initials', 'MA');
    await page.press('Save');
    expect((await screen.findAllByText('MA')).length).toBeGreaterThan(0);

    await page.user.click(screen.getByRole('link', { name: 'Jobs' }));
    await page.press('New job');
    await page.fill('Customer', 'Bell Buoy Inn');
    await page.fill(/^Piece/, 'A settle');
    await page.press('Start the job');
    await waitFor(() => expect(page.at()).toMatch(/target$/));
    const number = page.at().split('/')[2];
    const story = await ask<StoredEvent[]>('GET', `/jobs/${number}/story`);
    expect(story.map((e) => [e.kind, e.person])).toEqual([['job started', 'Marit']]);
    await page.user.click(await screen.findByRole('link', { name: 'Story' }));
    expect(await within(await screen.findByRole('main')).findByText('Job started')).toBeDefined();

    await page.press('At the bench: Marit');
    await page.user.click(await screen.findByRole('menuitem', { name: 'Nobody in particular' }));
    expect(await screen.findByRole('button', { name: 'At the bench: nobody chosen' })).toBeDefined();
  });
  it('has units and lights; a setting that is refused stays as typed', async () => {
    const page = openAt('/house');
    await page.press('US');
    await waitFor(async () => expect((await ask<House>('GET', '/house')).units).toBe('us'));
    await page.fill('daylight', '0');
    await page.user.tab();
    expect((await screen.findByRole('alert')).textContent).toContain('a board is judged by it');
    expect((screen.getByLabelText('daylight') as HTMLInputElement).value).toBe('0');
    await page.fill('daylight', '1');
    await page.user.tab();
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
    await page.press('Metric');
    await waitFor(async () => expect((await ask<House>('GET', '/house')).units).toBe('metric'));
  });
});

describe('hours and places', () => {
  it('are kept as they are set; a day without hours says so and is not kept', async () => {
    const page = openAt('/house');
    await page.user.click(await screen.findByLabelText('Saturday'));
    await waitFor(async () => expect((await ask<House>('GET', '/house')).week.days[5]).toEqual([{ from: 8, to: 17 }]));
    await page.fill('Saturday, to', '08:00');
    expect((await screen.findByRole('alert')).textContent).toMatch(/This day has no hours/);
    expect((await ask<House>('GET', '/house')).week.days[5]).toEqual([{ from: 8, to: 17 }]);
    await page.fill('Saturday, to', '12:30');
    await waitFor(async () =>
      expect((await ask<House>('GET', '/house')).week.days[5]).toEqual([{ from: 8, to: 12.5 }]),
    );
    await page.fill('Holiday', '2026-05-01');
    await page.press('Nobody works then');
    await waitFor(async () => expect((await ask<House>('GET', '/house')).week.holidays).toEqual(['2026-05-01']));
    await page.press('A warm place more');
    await waitFor(async () => expect((await ask<House>('GET', '/house')).week.places).toHaveLength(3));
    cleanup();
  });
});

describe('the rack', () => {
  it('takes an old board in a minute, gives it as a target and as a start', async () => {
    const page = openAt('/rack');
    await page.press('Old board');
    await page.press('Hang it up');
    const alerts = await screen.findAllByRole('alert');
    expect(alerts.map((a) => a.textContent)).toEqual(['What stands on the board?', 'Choose a wood.']);
    await page.fill('What stands on it', 'Slipway table');
    await page.choose('Wood', 'Beech');
    await page.choose('Add what is known of a layer', 'Dye');
    await page.choose('Colour', 'Honey');
    await page.fill('g/L, or ?', '?');
    await page.fill('Read: L* a* b*', '48 15 28');
    await page.press('Hang it up');
    expect(await screen.findByText('Slipway table')).toBeDefined();
    expect(screen.getByText(/Dye \(Honey \?\)/)).toBeDefined();
    const [board] = await ask<OldBoard[]>('GET', '/rack');
    expect(board.layers[0].colours).toEqual({ honey: null });

    const { number } = await startJob({ target: false, woods: ['beech'] });
    cleanup();
    const target = openAt(`/jobs/${number}/target`);
    await target.press('Rack');
    await target.choose('Board on the rack', 'Slipway table');
    await target.press('Take as the target');
    expect((await screen.findByTestId('mean-lab')).textContent).toBe('L* 48.0  a* 15.0  b* 28.0');
    cleanup();
    const layers = openAt(`/jobs/${number}/layers`);
    await layers.press('From the rack');
    expect(await screen.findByText('ΔE00 0.0')).toBeDefined();
    await layers.press('Start from it');
    await waitFor(async () => {
      const { woods } = await ask<Job>('GET', `/jobs/${number}`);
      expect(woods[0].draft?.map((l) => l.kind)).toEqual(['dye']);
    });
    cleanup();
    const again = openAt('/rack');
    await again.fill('Search the rack', 'slipway ghost');
    expect(await screen.findByText('No board here has these words.')).toBeDefined();
  });
});
