import { screen, waitFor, within } from '@testing-library/react';
import { beforeAll, describe, expect, it } from 'vitest';
import { ask, openAt, startBoard } from '../../../test/web/open.tsx';
import type { ClockKnown } from '../../shared/clock.ts';

describe('the clock', () => {
  let name = '';
  let number = 0;

  it('a coat that was put on dries; the air is noted, refused with a sentence and kept as it was typed', async () => {
    const { job, board } = await startBoard();
    number = job.number;
    name = `beech-${board.number}`;
    await ask('POST', `/boards/${board.id}/coats`, { stage: 1 });
    const page = openAt('/clock');
    const drying = await screen.findByRole('region', { name: 'Drying' });
    const link = within(drying)
      .getAllByRole('link', { name })
      .find((l) => l.getAttribute('href')?.startsWith(`/jobs/${number}/`));
    expect(link).toBeDefined();
    await page.press('Note the air');
    await page.fill('Temperature, °C', '17');
    await page.fill('Humidity, %', '120');
    await page.press('Save');
    expect((await screen.findByRole('alert')).textContent).toBe('Humidity is 0 to 100 %.');
    await page.fill('Humidity, %', '60');
    await page.press('Save');
    await waitFor(() => expect(screen.getByTestId('shop-air').textContent).toContain('17 °C, 60 %'));
    const { air, turnable } = await ask<ClockKnown>('GET', '/clock');
    expect(air.at(-1)).toMatchObject({ temperature: 17, humidity: 60, source: 'typed' });
    // A working shop's clock is not turned.
    expect(turnable).toBe(false);
    expect(screen.queryByRole('button', { name: '+1 h' })).toBeNull();
  });

  it('a forecast is of a time to come', async () => {
    const page = openAt('/clock');
    await page.press('Forecast');
    await page.fill('Temperature, °C', '21');
    await page.fill('Humidity, %', '50');
    await page.press('Save');
    expect((await screen.findByRole('alert')).textContent).toBe('For when is it?');
    await page.fill('From', '2020-01-01T08:00');
    await page.press('Save');
    await waitFor(() => expect(screen.getByRole('alert').textContent).toMatch(/time to come/));
  });

  describe('the week', () => {
    beforeAll(async () => {
      const { week, version } = await ask<{ week: { days: unknown[] }; version: number }>('GET', '/house');
      // It is worked every day, so that the test does not mind which day it is.
      await ask('PATCH', '/house', { version, week: { days: week.days.map(() => ({ from: 0, to: 24 })) } });
    });

    it('is planned, says what holds its end, and refuses the past with a sentence', async () => {
      const page = openAt('/clock/week');
      await waitFor(() => expect(screen.getByTestId('week-end').textContent).toContain('All done'));
      const order = await screen.findByRole('region', { name: 'All work in order' });
      const [line] = within(order).getAllByRole('button', { name: new RegExp(`Read it.*${name}`) });
      if (!line) throw new Error('not planned');
      await page.user.click(line);
      await page.fill('Begin at', '2020-01-01T08:00');
      await page.press('Put there');
      expect((await screen.findByRole('alert')).textContent).toMatch(/cannot begin before/);
    });

    it('a day’s list names its work, and a day without any says so', async () => {
      const page = openAt('/clock/day?day=2020-01-01');
      expect(await screen.findByText(/Nothing is planned for this day/)).toBeDefined();
      await page.press('The day after');
      expect(await screen.findByRole('heading', { name: 'Thursday 2 January' })).toBeDefined();
    });
  });
});
