import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import { ask, startJob } from '../../../test/web/open.tsx';
import { FieldError } from '../../core/field-error.ts';
import * as ofJobs from '../../shared/contract/jobs.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';
import { change } from './api.ts';
import { useTypedForm } from './typed-form.ts';

interface Typed {
  customer: string;
  piece: string;
}
const shape = z.object({ customer: z.string().min(1, 'Who is the customer?'), piece: z.string() });

/** A form for a job. */
const open = (
  save: (value: z.infer<typeof shape>, version: number) => Promise<unknown>,
  keep = newId(),
  version = 1,
) => {
  const onSaved = vi.fn();
  const read = (typed: Typed) => {
    if (typed.customer === 'unreadable') throw new FieldError('customer', 'Nobody can read that.');
    return typed;
  };
  const { result, unmount } = renderHook(() =>
    useTypedForm<Typed, z.infer<typeof shape>, Typed>({
      keep,
      blank: { customer: '', piece: '' },
      read,
      shape,
      save,
      version,
      onSaved,
    }),
  );
  return {
    keep,
    onSaved,
    unmount,
    now: () => result.current,
    type: (field: keyof Typed, text: string) => act(async () => result.current.form.setValue(field, text)),
    send: () => act(async () => result.current.submit()),
    at: (field: keyof Typed) => result.current.form.formState.errors[field]?.message,
  };
};

describe('a form over typed words', () => {
  it('refuses by its shape, or by what cannot be read, at the field, and sends nothing', async () => {
    const save = vi.fn(async () => {});
    const form = open(save);
    await form.send();
    expect(form.at('customer')).toBe('Who is the customer?');
    await form.type('customer', 'unreadable');
    await form.send();
    expect(form.at('customer')).toBe('Nobody can read that.');
    expect([save.mock.calls.length, form.onSaved.mock.calls.length]).toEqual([0, 0]);
  });
  it('puts the server’s refusal at its field, else over the whole form', async () => {
    const form = open((value) => change(ofJobs.startJob, {}, { id: newId(), tolerance: 1, ...value }));
    await form.type('customer', 'Lamp Room');
    await form.type('piece', 'x'.repeat(201));
    await form.send();
    await waitFor(() => expect(form.at('piece')).toBe('At most 200 letters.'));
    expect(form.now().error).toBeNull();
    const gone = open(async () => {
      throw new Error('The server does not answer.');
    });
    await gone.type('customer', 'Lamp Room');
    await gone.send();
    await waitFor(() => expect(gone.now().error).toBe('The server does not answer.'));
  });
  it('keeps the words until they are saved, and forgets them then', async () => {
    const first = open(async () => {});
    await first.type('customer', 'half a na');
    first.unmount();
    const again = open(async () => {}, first.keep);
    expect(again.now().form.getValues('customer')).toBe('half a na');
    await again.send();
    await waitFor(() => expect(again.onSaved).toHaveBeenCalledOnce());
    expect(
      open(async () => {}, first.keep)
        .now()
        .form.getValues('customer'),
    ).toBe('');
  });
  it('of a record that changed meanwhile keeps both, and saves over it when sent again', async () => {
    const { number } = await startJob({ target: false });
    await ask('PATCH', `/jobs/${number}`, { version: 1, customer: 'Lamp Room' });
    const form = open((value, version) => change(ofJobs.changeJob, { job: number }, { version, ...value }));
    await form.type('customer', 'Lamp Room, upper');
    await form.type('piece', 'A bench');
    await form.send();
    await waitFor(() => expect(form.now().meanwhile?.customer).toBe('Lamp Room'));
    expect(form.now().error).toContain('changed meanwhile');
    await form.send();
    await waitFor(() => expect(form.onSaved).toHaveBeenCalledOnce());
    expect((await ask<Job>('GET', `/jobs/${number}`)).customer).toBe('Lamp Room, upper');
  });
});
