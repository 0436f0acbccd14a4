import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { createMemoryRouter } from 'react-router';
import { SWRConfig } from 'swr';
import type { Board } from '../../src/shared/board.ts';
import type { Job } from '../../src/shared/job.ts';
import { App } from '../../src/web/App.tsx';
import { ROUTES } from '../../src/web/routes.tsx';
import { withIds } from '../fixtures/with-ids.ts';

/** Asks the test shop's server; throws with its sentence when it refuses. */
export async function ask<T>(
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<T> {
  const response = await fetch(`/api${path}`, {
    method,
    headers: { 'content-type': 'application/json', ...headers },
    body: body === undefined ? undefined : JSON.stringify(withIds(method, path, body)),
  });
  const answer = response.status === 204 ? null : await response.json();
  if (!response.ok) throw new Error(answer.detail);
  return answer as T;
}

interface Wanted {
  target?: boolean;
  /** Species, each with its first board read raw. */
  woods?: readonly string[];
  tolerance?: number;
}

/** A job of its own for a test. */
export async function startJob({ target = true, woods = [], tolerance = 1 }: Wanted = {}): Promise<Job> {
  const { id } = await ask<Job>('POST', '/jobs', { customer: 'Gull Quay Tea Room', piece: 'A table top', tolerance });
  const five = { source: 'instrument', count: 5 };
  if (target) await ask('POST', `/jobs/${id}/readings`, { ...five, piece: 'counter-panel' });
  for (const speciesId of woods) {
    const job = await ask<Job>('POST', `/jobs/${id}/woods`, { speciesId });
    const board = job.woods.find((w) => w.speciesId === speciesId)?.boards[0] as Board;
    await ask('POST', `/boards/${board.id}/readings`, { stage: 0, reading: five });
  }
  return ask<Job>('GET', `/jobs/${id}`);
}

export const DYE_AND_CLEAR = [
  { kind: 'dye', colours: { honey: 4, coal: 1.5 }, settings: {} },
  { kind: 'clear', colours: {}, medium: 'water-satin', settings: {} },
];

/** A job whose first board of beech has a recipe and, when asked, all its stages read. */
export async function startBoard(
  finished = false,
  stack: object[] = DYE_AND_CLEAR,
): Promise<{ job: Job; board: Board }> {
  const job = await startJob({ woods: ['beech'] });
  const { id } = job.woods[0].boards[0];
  await ask('POST', `/boards/${id}/recipe`, { stack, litres: 0.5, origin: 'hand' });
  for (const stage of finished ? [1, 2] : [])
    await ask('POST', `/boards/${id}/readings`, { stage, reading: { source: 'instrument', count: 5 } });
  const now = await ask<Job>('GET', `/jobs/${job.id}`);
  return { job: now, board: now.woods[0].boards[0] };
}

/** Opens the program at an address. */
export function openAt(address: string) {
  const router = createMemoryRouter(ROUTES, { initialEntries: [address] });
  render(
    <SWRConfig value={{ dedupingInterval: 0 }}>
      <App router={router} />
    </SWRConfig>,
  );
  const user = userEvent.setup({ pointerEventsCheck: 0 });
  return {
    user,
    at: () => router.state.location.pathname + router.state.location.search,
    /** Presses the button of that name, the first when there are several. */
    press: async (name: string | RegExp) => user.click((await screen.findAllByRole('button', { name }))[0]),
    /** Clears a field and types into it. */
    async fill(label: string | RegExp, text: string) {
      const field = await screen.findByLabelText(label);
      await user.clear(field);
      await user.click(field);
      if (text) await user.paste(text);
    },
    async choose(label: string | RegExp, option: string | RegExp) {
      await user.click(await screen.findByRole('combobox', { name: label }));
      await user.click(within(await screen.findByRole('listbox')).getByRole('option', { name: option }));
    },
  };
}
