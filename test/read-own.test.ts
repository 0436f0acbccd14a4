import { describe, expect, it } from 'vitest';
import { ownFile } from '../scripts/read-own.ts';
import { STARTING_SYSTEMS } from '../src/core/systems/index.ts';
import { demoArchive } from '../src/demo/archive.ts';
import { systemText } from '../src/record/job/systems.ts';
import { packed } from '../src/record/whole/packed.ts';
import type { JobsFile } from '../src/shared/jobs-file.ts';

const bytes = (text: string) => new TextEncoder().encode(text);

describe('npm run read', () => {
  it('says of a file of jobs what is in it, zip or JSON', () => {
    const file: JobsFile = {
      format: 'urushi-jobs',
      version: 1,
      schema: 33,
      of: 'job',
      madeAt: '2026-03-02T08:00:00.000Z',
      tables: { job: [{ id: 'x', number: 3, customer: 'Quay', piece: 'Shelf' }], board: [{}, {}] },
    };
    const told = { of: 'job', jobs: [{ number: 3, customer: 'Quay', piece: 'Shelf' }], rows: { job: 1, board: 2 } };
    expect(ownFile(packed({ file, pictures: new Map() }))).toMatchObject(told);
    expect(ownFile(bytes(JSON.stringify(file)))).toMatchObject(told);
  });
  it('reads shelves, systems, approvals and parts', async () => {
    const [system] = STARTING_SYSTEMS;
    expect(ownFile(bytes(systemText(system as never)))).toMatchObject({ format: 'urushi-system', name: system?.name });
    const shelf = 'what,code,name,kind,carrier\ncolourant,gull,Gull,dye,water\n';
    expect(ownFile(bytes(shelf))).toMatchObject({ things: [{ what: 'colourant', name: 'Gull', state: 'new' }] });
    expect(ownFile(bytes('name;count;length;width\nDoor;2;700;400\n'))).toMatchObject({ parts: [{ name: 'Door' }] });
    const approval = (await demoArchive()).tables.find((t) => t.name === 'approval')?.rows[0]?.file;
    expect(ownFile(bytes(String(approval)))).toMatchObject({ state: 'whole' });
  });
  it('leaves readings to those who read them', () => {
    expect(ownFile(bytes('name,L,a,b\nOak,50,1,2\n'))).toBeNull();
    expect(() => ownFile(bytes('{"format":"urushi-jobs"'))).toThrow(/cut off/);
  });
});
