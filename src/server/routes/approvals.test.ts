import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type BeechShop, CLEAR, DYE, openBeechShop } from '../../../test/server/beech-shop.ts';
import { openTestShop } from '../../../test/server/open-test-shop.ts';
import { verifiedApproval, verifiedText } from '../../record/job/approval.ts';
import type { ApprovalFile } from '../../shared/approval.ts';
import type { Board } from '../../shared/board.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';

let bench: BeechShop;
let board: Board;
const approve = (over: object = {}, status = 201): Promise<Job> =>
  bench.post(`/boards/${board.id}/approvals`, { id: newId(), ...over }, status);
const fileOf = async (id: string | undefined): Promise<string> =>
  (await bench.shop.ask('get', `/approvals/${id}/file`).expect(200)).text;

beforeAll(async () => {
  bench = await openBeechShop(true);
  [board] = (await bench.boards()) as [Board];
  await bench.plan(board.id, [DYE, CLEAR]);
});
afterAll(() => bench.shop.close());

describe('an approval', () => {
  it('is refused of a board whose coats are not all on', async () => {
    expect((await approve({}, 409)) as unknown as { detail: string }).toMatchObject({
      detail: expect.stringMatching(/not all on/),
    });
  });
  it('is refused of a target that is barely known, unless the customer says yes', async () => {
    await bench.post(`/boards/${board.id}/coats`, { stage: 1 });
    await bench.post(`/boards/${board.id}/coats`, { stage: 2 });
    const job = await bench.now();
    const words = {
      takingId: newId(),
      zone: 'face',
      source: 'words',
      from: { kind: 'wood', speciesId: 'beech' },
      moves: [],
    };
    await bench.post(`/jobs/${job.id}/readings`, words);
    expect((await approve({}, 409)) as unknown as { detail: string }).toMatchObject({
      detail: expect.stringMatching(/known to ± 4 only/),
    });
    const { approvals } = await approve({ customer: 'H. K.', words: 'as the rail' });
    expect(approvals).toMatchObject([{ version: 1, customer: 'H. K.', words: 'as the rail', differs: [] }]);
  });
  it('holds what belongs to it, and is whole', async () => {
    const [first] = (await bench.now()).approvals;
    const text = await fileOf(first?.id);
    const { content, seal } = JSON.parse(text) as ApprovalFile;
    expect(seal.hash).toBe(first?.hash);
    expect(Object.keys(content).sort()).toEqual([
      'approved',
      'board',
      'cautions',
      'job',
      'layers',
      'pictures',
      'poured',
      'recipe',
      'rulesLeft',
      'target',
      'wood',
    ]);
    expect(content.layers).toHaveLength(2);
    expect(content.job).toEqual({ number: 1, customer: 'Quay', piece: 'Shelf' });
    expect(verifiedApproval(text)).toEqual({ state: 'whole', hash: first?.hash });
    // Written otherwise it is the same.
    expect(verifiedApproval(JSON.stringify(JSON.parse(text), null, 2)).state).toBe('whole');
  });
  it('that was tampered with by one digit is said to be changed, and where', async () => {
    const [first] = (await bench.now()).approvals;
    const file = JSON.parse(await fileOf(first?.id));
    file.content.target.tolerance += 0.1;
    const found = verifiedApproval(JSON.stringify(file));
    expect(found).toEqual({ state: 'changed', at: ['target/tolerance'] });
    expect(verifiedText(found)).toBe('Changed since it was approved, at: target, tolerance.');
  });
  it('again makes a version that says what changed; what the shelf comes to changes nothing of the first', async () => {
    const [first] = (await bench.now()).approvals;
    const before = await fileOf(first?.id);
    const { body: shelf } = await bench.shop.ask('get', '/shelf').expect(200);
    const [dye] = shelf.colourants;
    await bench.shop.ask('patch', `/colourants/${dye.id}`, { version: dye.version, name: 'Another' }).expect(200);
    await bench.read(board.id, 2);
    const { approvals } = await approve({ customer: 'H. K.' });
    expect(approvals.map((a) => a.version)).toEqual([1, 2]);
    expect(approvals[1]?.differs).toEqual(expect.arrayContaining(['board', 'layers', 'recipe']));
    expect(approvals[1]?.differs).not.toContain('job');
    expect(await fileOf(first?.id)).toBe(before);
  });
  it('sent twice is one', async () => {
    const id = newId();
    await approve({ id, customer: 'H. K.' });
    expect((await approve({ id, customer: 'H. K.' })).approvals).toHaveLength(3);
  });
  it('is kept by another shop as it is, and given on so; one that is not whole is not', async () => {
    const [first] = (await bench.now()).approvals;
    const file = await fileOf(first?.id);
    const other = await openTestShop();
    const kept = await other.ask('post', '/approvals', { id: newId(), file }).expect(201);
    expect(kept.body.approvals).toMatchObject([{ hash: first?.hash, customer: 'Quay', piece: 'Shelf' }]);
    expect((await other.ask('get', `/approvals/${kept.body.approvals[0].id}/file`).expect(200)).text).toBe(file);
    for (const [wrong, sentence] of [
      ['L,a,b', /no JSON/],
      ['{"format":"urushi-stack"}', /does not say that it is an approval/],
      ['{"format":"urushi-approval"}', /no content/],
      [file.replace('"Quay"', '"Key"'), /Changed since it was approved, at: job, customer/],
      [file.replace(first?.hash ?? '', '0'.repeat(64)), /at: seal/],
    ] as const) {
      const answer = await other.ask('post', '/approvals', { id: newId(), file: wrong });
      expect([answer.status, answer.body.detail]).toEqual([422, expect.stringMatching(sentence)]);
    }
    await other.close();
  });
  it('is verified by a command, which ends as it finds', async () => {
    const [first] = (await bench.now()).approvals;
    const file = await fileOf(first?.id);
    const folder = mkdtempSync(path.join(os.tmpdir(), 'urushi-approval-'));
    for (const [text, status, says] of [
      [file, 0, first?.hash],
      [file.replace('"Quay"', '"Key"'), 1, 'job, customer'],
      ['nothing', 2, 'no JSON'],
    ] as const) {
      const name = path.join(folder, 'a.json');
      writeFileSync(name, text);
      const { status: ended, stdout } = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/verify.ts', name], {
        encoding: 'utf8',
      });
      expect([ended, stdout]).toEqual([status, expect.stringContaining(says ?? '')]);
    }
  });
});
