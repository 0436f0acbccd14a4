import { describe, expect, it } from 'vitest';
import { codeScanned, recordCode } from '../board/codes.ts';

describe('what stands on a label', () => {
  it('is a code and no address, and is read back', () => {
    expect(recordCode(2, 'beech-1')).toBe('2/beech-1');
    expect(codeScanned(' 2/beech-1\n')).toEqual({ job: 2, board: 'beech-1' });
    expect(codeScanned('12/oak-veneer-120-3')).toEqual({ job: 12, board: 'oak-veneer-120-3' });
    for (const other of ['', '2', 'beech-1', 'http://192.0.2.1/2/beech-1', '2/beech', 'x/beech-1'])
      expect(codeScanned(other)).toBeNull();
  });
});
