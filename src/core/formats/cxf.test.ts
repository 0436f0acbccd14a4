import fc from 'fast-check';
import { SaxesParser } from 'saxes';
import { describe, expect, it } from 'vitest';
import { FieldError } from '../field-error.ts';
import { type Measurement, Question, readMeasurements, writeCxf } from './index.ts';

const NM = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
const VALUES = NM.map((nm) => nm / 1000);
const read = (text: string, answers = {}) => readMeasurements(text, 'any.cxf', answers);
const refusal = (text: string): string => {
  try {
    read(text);
    return '';
  } catch (error) {
    expect(error).toBeInstanceOf(FieldError);
    return (error as Error).message;
  }
};

/** A file by hand, from the element names of ISO 17972-1 (from memory). */
const file = (objects: string, specs = '', prefix = 'cc:') =>
  `<?xml version="1.0" encoding="UTF-8"?>
<!-- by hand -->
<cc:CxF xmlns:cc="http://colorexchangeformat.com/CxF3-core" xmlns:xsi="http://www.w3.org/2001/XMLSchema-instance">
  <cc:FileInformation><cc:Creator>A bench</cc:Creator></cc:FileInformation>
  <cc:Resources>
    <cc:ObjectCollection>
${objects}
    </cc:ObjectCollection>
    <cc:ColorSpecificationCollection>${specs}</cc:ColorSpecificationCollection>
  </cc:Resources>
</cc:CxF>`
    .replaceAll('cc:', prefix)
    .replaceAll('xmlns:=', 'xmlns=')
    .replace('xmlns:="', 'xmlns="');
const spectrum = (values: readonly number[], attributes = 'StartWL="400" Increment="10"') =>
  `<cc:ReflectanceSpectrum ${attributes}>${values.join(' ')}</cc:ReflectanceSpectrum>`;
const object = (name: string, values: string) =>
  `<cc:Object ObjectType="Standard" Name="${name}" Id="o-${name}"><cc:ColorValues>${values}</cc:ColorValues></cc:Object>`;
const lab = (of: readonly number[], spec: string) =>
  `<cc:ColorCIELab ColorSpecification="${spec}"><cc:L>${of[0]}</cc:L><cc:A>${of[1]}</cc:A><cc:B>${of[2]}</cc:B></cc:ColorCIELab>`;
const light = (id: string, illuminant: string, observer: string) =>
  `<cc:ColorSpecification Id="${id}"><cc:TristimulusSpec><cc:Illuminant>${illuminant}</cc:Illuminant><cc:Observer>${observer}</cc:Observer></cc:TristimulusSpec></cc:ColorSpecification>`;
const D50 = light('d50', 'D50', '2_Degree');
const D65 = light('d65', 'D65', '10_Degree');

describe('CxF3 (ISO 17972-1)', () => {
  it.each(['cc:', 'cxf:', ''])(
    'is read under the prefix “%s”: spectra with their names, apart by blanks and line ends',
    (prefix) => {
      const wrapped = spectrum(VALUES).replaceAll(' 0.5', '\n        0.5');
      const { readings } = read(
        file([object('oak &amp; ash', wrapped), object('b', spectrum(VALUES))].join('\n'), '', prefix),
      );
      expect(readings).toMatchObject([
        { kind: 'spectral', name: 'oak & ash', wavelengths: NM, values: VALUES },
        { kind: 'spectral', name: 'b' },
      ]);
    },
  );
  it('takes the grid of its specification where the spectrum says none, and names two of one object by their filters', () => {
    const spec = (id: string, filter: string) =>
      `<cc:ColorSpecification Id="${id}"><cc:MeasurementSpec><cc:MeasurementType>Spectrum_Reflectance</cc:MeasurementType><cc:WavelengthRange StartWL="380" Increment="10"/><cc:Device><cc:DeviceFilter>${filter}</cc:DeviceFilter></cc:Device></cc:MeasurementSpec></cc:ColorSpecification>`;
    const values = Array.from({ length: 36 }, (_, i) => 0.1 + i / 100);
    const two = ['m0', 'm1'].map((id) => spectrum(values, `ColorSpecification="${id}"`)).join('');
    const { readings } = read(file(object('beech', two), spec('m0', 'Filter_None') + spec('m1', 'Filter_D50')));
    expect(readings.map((r) => r.name)).toEqual(['beech, None', 'beech, D50']);
    expect(readings[0]).toMatchObject({ wavelengths: Array.from({ length: 36 }, (_, i) => 380 + 10 * i) });
  });
  it('reads L*a*b* under the light that its specification names; a spectrum beside it goes first', () => {
    const one = read(file(object('a', lab([50, 10, 20], 'd50')), D50));
    expect(one.readings).toEqual([
      { kind: 'lab', name: 'a', lab: [50, 10, 20], light: { illuminant: 'D50', observer: 2 } },
    ]);
    const both = read(file(object('a', lab([50, 10, 20], 'd50') + spectrum(VALUES)), D50));
    expect(both.readings.map((r) => r.kind)).toEqual(['spectral']);
    const lit = file(object('a', lab([50, 10, 20], 'd50') + lab([51, 9, 19], 'd65')), D50 + D65);
    expect(read(lit).readings).toEqual([{ kind: 'lab', name: 'a', lab: [51, 9, 19] }]);
    expect(read(lit, { light: 'D50/2' }).readings[0]).toMatchObject({ lab: [50, 10, 20] });
    const asked = file(
      object('a', lab([50, 10, 20], 'd50') + lab([51, 9, 19], 'f')),
      D50 + light('f', 'A', '10_Degree'),
    );
    expect(() => read(asked)).toThrow(Question);
  });
  it('in per cent is brought to 0–1 and says so; other quantities are refused by name', () => {
    const percent = read(file(object('a', spectrum(VALUES.map((v) => 100 * v)))));
    expect(percent.notes.join()).toMatch(/percent/);
    const emissive = object('lamp', '<cc:EmissiveSpectrum StartWL="400" Increment="10">1 2 3</cc:EmissiveSpectrum>');
    expect(refusal(file(emissive))).toMatch(/any\.cxf, line 7: “lamp” holds “EmissiveSpectrum”/);
    const spec =
      '<cc:ColorSpecification Id="t"><cc:MeasurementSpec><cc:MeasurementType>Spectrum_Transmittance</cc:MeasurementType></cc:MeasurementSpec></cc:ColorSpecification>';
    expect(
      refusal(file(object('a', spectrum(VALUES, 'StartWL="400" Increment="10" ColorSpecification="t"')), spec)),
    ).toMatch(/Spectrum_Transmittance/);
    expect(refusal(file(object('a', '<cc:ColorCMYK><cc:Cyan>1</cc:Cyan></cc:ColorCMYK>')))).toMatch(/other systems/);
  });
  it('that cannot be true gets a sentence with its place', () => {
    expect(refusal(file(''))).toMatch(/no Object/);
    expect(refusal(file(`\n\n${object('a', spectrum(VALUES, 'Increment="10"'))}`))).toMatch(
      /line 9: its spectrum says no StartWL/,
    );
    expect(refusal(file(object('a', spectrum(VALUES, 'StartWL="blue" Increment="10"'))))).toMatch(
      /“blue” is no wavelength/,
    );
    expect(refusal(file(object('a', spectrum(VALUES).replace('0.5', 'half'))))).toMatch(
      /line 7.*“half.*” is not a number/,
    );
    expect(refusal(file(object('a', spectrum([])))).length).toBeGreaterThan(0);
    expect(refusal(file(object('a', spectrum(VALUES))).replace('</cc:Resources>', ''))).toMatch(/no whole XML/);
    expect(refusal(file(object('a', spectrum(VALUES))).replace('CxF3-core', 'CxF4-core'))).toMatch(/namespace/);
    expect(refusal(file(object('a', spectrum(VALUES.slice(0, 20)))))).toMatch(/covers only 400–590 nm/);
    expect(refusal('<svg/>')).toMatch(/marked-up data/);
  });
  it('follows no entity of its own, and no depth without end', () => {
    const bomb = `<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]>${file(object('&b;', spectrum(VALUES)))}`;
    expect(refusal(bomb.replace(/^(<!DOCTYPE.*?]>)(<\?xml.*?\?>)/s, '$2$1'))).toMatch(/document type|marked-up/);
    expect(refusal(file(`${'<cc:a>'.repeat(100_000)}`))).toMatch(/deep in one another/);
    // Each sign is passed once, however much of it is never closed.
    expect(refusal(file('<cc:Object Name="'.repeat(100_000))).length).toBeGreaterThan(0);
  });
});

const written = fc.array(
  fc.record({
    name: fc.string({ maxLength: 20 }),
    spectral: fc.boolean(),
    values: fc.array(fc.double({ min: 0.01, max: 0.99, noNaN: true }), { minLength: 31, maxLength: 31 }),
    start: fc.constantFrom(400, 380, 360),
    lab: fc.tuple(
      fc.double({ min: 0, max: 100, noNaN: true }),
      fc.double({ min: -99, max: 99, noNaN: true }),
      fc.double({ min: -99, max: 99, noNaN: true }),
    ),
  }),
  { minLength: 1, maxLength: 6 },
);
const measurements = (
  of: { name: string; spectral: boolean; values: number[]; start: number; lab: [number, number, number] }[],
) =>
  of.map(({ name, spectral, values, start, lab }, i): Measurement => {
    const named = `${i} ${name}`;
    const nm = values.map((_, k) => start + 10 * k);
    return spectral && start === 400
      ? { kind: 'spectral', name: named, wavelengths: nm, values }
      : { kind: 'lab', name: named, lab };
  });

describe('CxF3 that we write', () => {
  it('is read again as it was, in whatever order and of whatever name', () => {
    fc.assert(
      fc.property(written, (of) => {
        const readings = measurements(of);
        const back = read(writeCxf(readings), { scale: 'fraction' }).readings;
        expect(back).toHaveLength(readings.length);
        const values = (r: Measurement) => (r.kind === 'spectral' ? r.values : [...r.lab]);
        for (const was of readings) {
          const found = back.find((b) => b.name.startsWith(was.name.split(' ')[0] as string) && b.kind === was.kind);
          values(was).forEach((v, i) => {
            expect(values(found as Measurement)[i]).toBeCloseTo(v, 3);
          });
        }
      }),
      { numRuns: 60 },
    );
  });
  it('is well-formed to another parser, which finds the same values in it', () => {
    fc.assert(
      fc.property(written, (of) => {
        const readings = measurements(of);
        const other = new SaxesParser({ xmlns: true });
        const texts: string[] = [];
        let text = '';
        other.on('error', (error) => {
          throw error;
        });
        other.on('opentag', () => {
          text = '';
        });
        other.on('text', (t) => {
          text += t;
        });
        other.on('closetag', (tag) => {
          expect(tag.uri).toBe('http://colorexchangeformat.com/CxF3-core');
          if (tag.local === 'ReflectanceSpectrum') texts.push(text.trim());
        });
        other.write(writeCxf(readings)).close();
        expect(texts).toEqual(
          readings.flatMap((r) => (r.kind === 'spectral' ? [r.values.map((v) => v.toFixed(6)).join(' ')] : [])),
        );
      }),
      { numRuns: 60 },
    );
  });
  it('is read the same in its canonical form (W3C Canonical XML 1.1), as a second parser writes it', () => {
    const escaped = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
    const canonical = (xml: string): string => {
      const parser = new SaxesParser();
      let out = '';
      let depth = 0;
      parser.on('opentag', ({ name, attributes }) => {
        depth++;
        // Namespaces first, then by name; every element is closed by a tag of its own.
        const key = (a: string) => `${a.startsWith('xmlns') ? 0 : 1}${a}`;
        const sorted = Object.entries(attributes).sort(([p], [q]) => (key(p) < key(q) ? -1 : 1));
        out += `<${name}${sorted.map(([a, v]) => ` ${a}="${escaped(String(v)).replaceAll('"', '&quot;')}"`).join('')}>`;
      });
      parser.on('closetag', ({ name }) => {
        depth--;
        out += `</${name}>`;
      });
      // What stands around the document is no part of it.
      parser.on('text', (text) => {
        if (depth > 0) out += escaped(text);
      });
      parser.write(xml).close();
      return out;
    };
    fc.assert(
      fc.property(written, (of) => {
        const text = writeCxf(measurements(of));
        expect(canonical(canonical(text))).toBe(canonical(text));
        const answers = { scale: 'fraction' } as const;
        expect(read(canonical(text), answers).readings).toEqual(read(text, answers).readings);
      }),
      { numRuns: 40 },
    );
    const byHand = file('<cc:Object Id="o1" Name="a &amp; b" ObjectType="Sample"><cc:ColorValues/></cc:Object>');
    expect(canonical(byHand)).toContain('<cc:ColorValues></cc:ColorValues>');
  });
  it('brings bands that are not evenly apart to 400–700 nm by 10 nm', () => {
    const uneven = [...NM.slice(0, 30), 705];
    const [back] = read(writeCxf([{ kind: 'spectral', name: 'a', wavelengths: uneven, values: VALUES }])).readings;
    expect(back).toMatchObject({ wavelengths: NM });
  });
  it('spoiled anywhere is read whole and sound, or refused in a sentence', () => {
    const text = writeCxf([
      { kind: 'spectral', name: 'board 1', wavelengths: NM, values: VALUES },
      { kind: 'lab', name: 'spot', lab: [41.5, 12.25, 18.75] },
    ]);
    fc.assert(
      fc.property(fc.nat(text.length - 1), fc.constantFrom('<', '>', '/', '"', '&', ' ', '9', 'x', ''), (at, sign) => {
        const spoiled = text.slice(0, at) + sign + text.slice(at + 1);
        try {
          for (const r of read(spoiled).readings)
            expect((r.kind === 'lab' ? r.lab : r.values).every((v) => Number.isFinite(v))).toBe(true);
        } catch (error) {
          expect(error).toBeInstanceOf(FieldError);
          expect((error as Error).message).toMatch(/^any\.cxf[,:]/);
        }
      }),
      { numRuns: 400 },
    );
  });
});
