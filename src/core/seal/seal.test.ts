import canonicalize from 'canonicalize';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changedAt, differing, hashOf, type Json, sealOf } from './seal.ts';

/** RFC 8785 as it prints them (sections 3.2.2 and 3.2.3, appendix B), from memory of its text. */
const number = (bits: bigint): number => {
  const view = new DataView(new ArrayBuffer(8));
  view.setBigUint64(0, bits);
  return view.getFloat64(0);
};

describe('canonical JSON, RFC 8785', () => {
  it('writes its example as the standard does', () => {
    const given = JSON.parse(
      '{"numbers":[333333333.33333329,1E30,4.50,2e-3,0.000000000000000000000000001],' +
        '"string":"\\u20ac$\\u000F\\u000aA\'\\u0042\\u0022\\u005c\\\\\\"\\/","literals":[null,true,false]}',
    );
    expect(canonicalize(given)).toBe(
      '{"literals":[null,true,false],"numbers":[333333333.3333333,1e+30,4.5,0.002,1e-27],' +
        '"string":"€$\\u000f\\nA\'B\\"\\\\\\\\\\"/"}',
    );
  });
  it('sorts names by their UTF-16 units', () => {
    const names = ['€', '\r', '\ufb33', '1', '\u{1f600}', '\u0080', 'ö'];
    const text = canonicalize(Object.fromEntries(names.map((n) => [n, 0]))) as string;
    expect(Object.keys(JSON.parse(text)).filter((n) => n !== '1')).toEqual([
      '\r',
      '\u0080',
      'ö',
      '€',
      '\u{1f600}',
      '\ufb33',
    ]);
    expect(text.indexOf('"1"')).toBeGreaterThan(text.indexOf('\\r'));
  });
  it.each([
    [0x0000000000000000n, '0'],
    [0x8000000000000000n, '0'],
    [0x0000000000000001n, '5e-324'],
    [0x7fefffffffffffffn, '1.7976931348623157e+308'],
    [0x4340000000000000n, '9007199254740992'],
    [0x44b52d02c7e14af5n, '9.999999999999997e+22'],
    [0x44b52d02c7e14af6n, '1e+23'],
    [0x444b1ae4d6e2ef4en, '999999999999999700000'],
    [0x444b1ae4d6e2ef50n, '1e+21'],
    [0x3eb0c6f7a0b5ed8cn, '9.999999999999997e-7'],
    [0x3eb0c6f7a0b5ed8dn, '0.000001'],
    [0x41b3de4355555553n, '333333333.3333332'],
    [0x41b3de4355555555n, '333333333.3333333'],
    [0xbecbf647612f3696n, '-0.0000033333333333333333'],
    [0x43143ff3c1cb0959n, '1424953923781206.2'],
  ])('writes a number as appendix B does: %s', (bits, text) => expect(canonicalize(number(bits))).toBe(text));
});

describe('a seal', () => {
  it('is SHA-256: of an empty list that of its two letters', () =>
    // printf '[]' | sha256sum
    expect(hashOf([])).toBe('4f53cda18c2baa0c0354bb5f9a3ecbe5ed12ab4d8e11ba873c2f11161202b945'));
  const content = { target: { lab: [42.1, 12, 20.3], name: 'rail' }, board: { coats: [{ at: 1 }, { at: 2 }] } };
  it('does not mind how its content is written', () => {
    const other = { board: { coats: [{ at: 1 }, { at: 2 }] }, target: { name: 'rail', lab: [42.1, 12, 20.3] } };
    expect(sealOf(other)).toEqual(sealOf(content));
    expect(changedAt(JSON.parse(JSON.stringify(other)), sealOf(content))).toEqual([]);
  });
  it('finds a digit that was changed, and where', () => {
    const tampered = { ...content, target: { ...content.target, lab: [42.1, 12.1, 20.3] } };
    expect(changedAt(tampered, sealOf(content))).toEqual(['target/lab/1']);
    expect(changedAt({ ...content, more: 1 }, sealOf(content))).toEqual(['more']);
    expect(changedAt({ board: content.board }, sealOf(content))).toEqual([
      'target/lab/0',
      'target/lab/1',
      'target/lab/2',
      'target/name',
    ]);
    expect(changedAt(content, { ...sealOf(content), hash: '0' })).toEqual(['seal']);
  });
  it('tells what of two is not the same', () => {
    const later = { ...content, words: 'warmer' };
    expect(differing(sealOf(content), sealOf(later))).toEqual(['words']);
  });
  it('of anything that JSON holds is whole after it went through a file', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 4 }), (value) => {
        const there = JSON.parse(JSON.stringify(value)) as Json;
        expect(changedAt(there, sealOf(value as Json))).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });
});
