import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Locator, Page } from '@playwright/test';
import { freePort, startServer } from '../server/server-process.ts';

/** Drives a page as a hand does, and counts what the hand has to do. */
export function tapsOn(page: Page) {
  let count = 0;
  const tap = async (target: Locator) => {
    count++;
    await target.click();
  };
  return {
    count: () => count,
    tap,
    press: (name: string | RegExp) => tap(page.getByRole('button', { name, exact: typeof name === 'string' })),
    pick: async (label: string, option: string) => {
      await tap(page.getByRole('combobox', { name: label, exact: true }));
      await tap(page.getByRole('option', { name: option, exact: true }));
    },
    enter: async (label: string | RegExp, text: string, nth = 0) => {
      count++;
      await page
        .getByLabel(label, { exact: typeof label === 'string' })
        .nth(nth)
        .fill(text);
    },
    /** What is done in one go by other means: a file that is chosen. */
    also: () => {
      count++;
    },
  };
}

/** A shop of its own with nothing in it, for as long as the work goes on. */
export async function inEmptyShop(work: (address: string) => Promise<void>): Promise<void> {
  const folder = mkdtempSync(path.join(tmpdir(), 'urushi-empty-'));
  const server = startServer(folder, await freePort());
  await server.ready;
  try {
    await work(server.address);
  } finally {
    await server.kill('SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  }
}
