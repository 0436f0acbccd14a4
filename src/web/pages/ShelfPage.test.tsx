import { fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { ask, openAt } from '../../../test/web/open.tsx';
import { WAVELENGTHS } from '../../core/colour/grid.ts';
import type { KeptMix } from '../../shared/mix.ts';
import type { Shelf } from '../../shared/shelf.ts';

const spectra = (...levels: number[]) =>
  [WAVELENGTHS.join(','), ...levels.map((level) => WAVELENGTHS.map(() => level).join(','))].join('\n');
/** Hands a file to the hidden input beside a button, looks at it and keeps it, or leaves it; the refusal, if any. */
async function give(button: string, name: string, text: string) {
  const input = (await screen.findByRole('button', { name: button })).parentElement?.querySelector('input[type=file]');
  fireEvent.change(input as Element, { target: { files: [new File([text], name)] } });
  const [leave] = await screen.findAllByRole('button', { name: /^(Keep|Leave it)/ });
  await waitFor(() => expect(screen.queryByRole('progressbar', { name: 'Reading the file' })).toBeNull());
  const refusal = screen.queryByRole('alert')?.textContent ?? null;
  fireEvent.click(screen.queryByRole('button', { name: /^Keep/ }) ?? leave);
  await waitFor(() => expect(screen.queryByRole('dialog', { name: 'What the file holds' })).toBeNull());
  return refusal;
}

describe('the shelf', () => {
  it('names the next board that teaches most, with what it gains', async () => {
    openAt('/shelf');
    const next = await screen.findByRole('region', { name: 'Next ladder boards' });
    expect(next.textContent).toMatch(/g\/L|%/);
    expect(next.textContent).toMatch(/ΔE00 nearer/);
  });
  it('shows a colour: its profile, its ladder, how well it fits and where worst', async () => {
    openAt('/shelf?colour=wine');
    expect(await screen.findByRole('heading', { name: 'Wine' })).toBeDefined();
    expect(screen.getByText(/dye for water, at most 24.0 g\/L, grows as strength\^0\.\d\d/)).toBeDefined();
    expect(screen.getByText('W-0650')).toBeDefined();
    expect(screen.getAllByText('on birch')).toHaveLength(3);
    expect(screen.getAllByText(/the profile misses it by ΔE00/)).toHaveLength(3);
    expect(screen.getByText(/Worst at \d{3} nm: off by \d\.\d % of reflectance/)).toBeDefined();
    expect(screen.getByText('The ladder covers its range.')).toBeDefined();
  });
  it('asks for a pigment on a dark board until there is one', async () => {
    const page = openAt('/shelf?colour=umber');
    expect(await screen.findByText('on sapele')).toBeDefined();
    expect(screen.getByText('The ladder covers its range.')).toBeDefined();
    await page.press('New colour');
    await page.fill('Name', 'Sand 30');
    await page.fill(/^Code/, 'sand-30');
    await page.choose('Kind', 'pigment');
    await page.press('Put on the shelf');
    expect(await screen.findByRole('heading', { name: 'Sand 30' })).toBeDefined();
    await page.fill('Strength, % of the mix', '5');
    await give('File: before, after', 'pale.csv', spectra(0.6, 0.45));
    expect(await screen.findByText(/Make one rung on a dark board too/)).toBeDefined();
    await page.fill('Strength, % of the mix', '10');
    await give('File: before, after', 'dark.csv', spectra(0.1, 0.14));
    await waitFor(() => expect(screen.queryByText(/Make one rung on a dark board too/)).toBeNull());
  });
  it('takes in a table: what it holds is looked at first, what is wrong is left out and said', async () => {
    openAt('/shelf');
    const table = [
      'what,code,name,kind,carrier,density g/mL,lot,left,unit',
      'supply,petrel-thinner,Petrel thinner,reducer,oil,0.79,PT-1,800,mL',
      'supply,fulmar,Fulmar,reducer,oil,0,,,',
      'colourant,honey,Honey,dye,water,,,,',
    ].join('\n');
    fireEvent.change(await screen.findByLabelText('File of a shelf'), {
      target: { files: [new File([table], 'in.csv')] },
    });
    expect(await screen.findByText('1 new, 1 there already, 1 left out.')).toBeDefined();
    expect(screen.getByText(/of nothing there is none/)).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Put 1 on the shelf' }));
    await waitFor(async () => {
      const { lots, supplies } = await ask<Shelf>('GET', '/shelf');
      expect(supplies.some((s) => s.id === 'petrel-thinner')).toBe(true);
      expect(lots.find((l) => l.item === 'supply/petrel-thinner')?.left).toBe(800);
    });
    expect(await screen.findByRole('button', { name: /Petrel thinner/ })).toBeDefined();
  });
  it('tells by three tests what a tin holds, whatever its label says', async () => {
    const page = openAt('/shelf');
    await page.press('New colour');
    await page.press('What is it? Three tests tell');
    await page.choose('A thin film on glass over print', 'hidden');
    await page.choose('Left to stand for a day', 'too thick to run');
    expect(screen.getByText(/^A gel: pigment, thick/)).toBeDefined();
    await page.press('Take it as stain');
    expect(screen.getByRole('combobox', { name: 'Kind' }).textContent).toBe('stain');
    expect((screen.getByLabelText('Strongest, % of the mix') as HTMLInputElement).value).toBe('100');
    await page.press('Later');
  });
  it('keeps what a transfer test showed of a dye, and takes it back', async () => {
    const page = openAt('/shelf?colour=wine');
    expect(await screen.findByText(/A wiped coat for water over it lifts/)).toBeDefined();
    expect(screen.getByText(/, a guess\.$/)).toBeDefined();
    await give('From a test board', 'two.csv', spectra(0.6, 0.3));
    expect((await screen.findByRole('alert')).textContent).toContain('a transfer test takes three');
    await give('From a test board', 'swapped.csv', spectra(0.6, 0.3, 0.2));
    expect((await screen.findByRole('alert')).textContent).toContain('readings swapped?');
    await give('From a test board', 'wine.csv', spectra(0.6, 0.3, 0.32));
    expect(await screen.findByText(/, as tested\.$/)).toBeDefined();
    const lift = async () => (await ask<Shelf>('GET', '/shelf')).colourants.find((c) => c.id === 'wine')?.lift;
    expect(await lift()).toBeGreaterThan(0.05);
    expect(await lift()).toBeLessThan(0.3);
    await page.press('Undo');
    await waitFor(async () => expect(await lift()).toBeNull());
  });
  it('takes a new colour, refused in words, then rung by rung', async () => {
    const page = openAt('/shelf');
    await page.press('New colour');
    await page.fill('Name', 'Kelp 8');
    await page.fill(/^Code/, 'Kelp 8');
    await page.press('Put on the shelf');
    expect((await screen.findByRole('alert')).textContent).not.toBe('');
    await page.fill(/^Code/, 'wine');
    await page.press('Put on the shelf');
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('is taken'));
    await page.fill(/^Code/, 'kelp-8');
    await page.press('Put on the shelf');
    expect(
      await screen.findByText(
        'No profile yet. It takes a ladder of two boards or more, of this colour alone or mixed with another.',
      ),
    ).toBeDefined();

    await page.press('Make it in the simulated workshop');
    expect(screen.getByRole('alert').textContent).toBe('A rung needs a strength above zero.');
    // What the simulated workshop has not met it makes all the same, by a nature of its own.
    await page.fill('Strength, g/L', '2');
    await page.press('Make it in the simulated workshop');
    await screen.findByRole('button', { name: 'Take out' });
    await page.fill('Strength, g/L', '8');
    await give('File: before, after', 'one.csv', spectra(0.6));
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('this takes two'));
    await give('File: before, after', 'eight.csv', spectra(0.6, 0.3));
    expect(await screen.findByRole('img', { name: 'Profile of Kelp 8' })).toBeDefined();
  });
  it('makes a rung on the simulated workshop', async () => {
    const page = openAt('/shelf?colour=honey');
    await page.fill('Strength, g/L', '9');
    await page.press('Make it in the simulated workshop');
    await waitFor(async () => {
      const { colourants } = await ask<Shelf>('GET', '/shelf');
      expect(colourants.find((c) => c.id === 'honey')?.rungs.map((r) => r.strength)).toContain(9);
    });
  });
  it('shows a clear: its surface, its tint, the boards it rests on, and takes another', async () => {
    const page = openAt('/shelf?medium=water-satin');
    expect(await screen.findByRole('heading', { name: 'Waterborne satin' })).toBeDefined();
    expect(screen.getByText(/^clear on water; mirrors \d\.\d % outside, turns \d\d % back inside$/)).toBeDefined();
    const rows = screen.getAllByText(/the fit misses it by/).length;
    await page.fill('Coats', 'two');
    await page.press('Make it in the simulated workshop');
    expect((await screen.findByRole('alert')).textContent).toBe('The number of coats must be a number.');
    await page.fill('Coats', '2');
    await page.press('Make it in the simulated workshop');
    await waitFor(() => expect(screen.getAllByText(/the fit misses it by/)).toHaveLength(rows + 1));
    expect(screen.queryByRole('alert')).toBeNull();
    await page.press(/^Linseed oil/);
    expect(await screen.findByText(/An oil goes into the wood/)).toBeDefined();
  });
  it('takes a new clear with the usual values, then its own from a board', async () => {
    const page = openAt('/shelf');
    await page.press('New clear');
    await page.fill('Name', 'Harbour wax');
    await page.fill(/^Code/, 'water-satin');
    await page.choose('Looks', 'slightly warm');
    await page.press('Put on the shelf');
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('is taken'));
    await page.fill(/^Code/, 'harbour-wax');
    await page.press('Put on the shelf');
    expect(await screen.findByText(/None yet: it has the usual values of a clear/)).toBeDefined();
    await give('File: before, after', 'swapped.csv', spectra(0.3, 0.4));
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('readings swapped?'));
    await page.press('Make it in the simulated workshop');
    expect(await screen.findByText(/the fit misses it by/)).toBeDefined();
  });
  it('takes a new wood from a file with its light and its dark part', async () => {
    const page = openAt('/shelf');
    await page.press('New wood');
    await page.fill('Name', 'Rowan');
    await page.fill(/^Code/, 'rowan');
    await page.fill('Dark grain, % of the face', '30');
    expect(await give('From a file with its readings', 'broken.csv', 'not a table')).toContain('broken.csv');
    await give('From a file with its readings', 'rowan.csv', spectra(0.6, 0.4));
    expect(await screen.findByRole('heading', { name: 'Rowan' })).toBeDefined();
    const { species } = await ask<Shelf>('GET', '/shelf');
    const rowan = species.find((s) => s.id === 'rowan');
    expect(rowan?.tissues.map((t) => t.fraction)).toEqual([0.7, 0.3]);
  });
  it('takes the usual wood and a colour by its label where nothing reads: what they make is foreseen', async () => {
    const page = openAt('/shelf');
    await page.press('New wood');
    await page.choose('Like', 'cherry');
    await page.choose('Beside the usual', 'a shade paler');
    expect((screen.getByLabelText('Name') as HTMLInputElement).value).toBe('Cherry');
    await page.press('Take the usual wood');
    expect(await screen.findByRole('heading', { name: 'Cherry' })).toBeDefined();
    await page.press('New colour');
    await page.fill('Name', 'Walnut, dark');
    await page.choose('Kind', 'stain');
    expect(await screen.findByRole('button', { name: 'brown, dark', pressed: true })).toBeDefined();
    await page.press('Put on the shelf');
    expect(await screen.findByRole('heading', { name: 'Walnut, dark' })).toBeDefined();
    const { species, colourants } = await ask<Shelf>('GET', '/shelf');
    const cherry = species.find((s) => s.id === 'cherry');
    expect(cherry).toMatchObject({ figure: 'cherry', anatomy: 'fine', blotch: 0.25, tannin: 1 });
    expect(cherry?.tissues.length).toBe(2);
    const walnut = colourants.find((c) => c.id === 'walnut-dark');
    expect(walnut).toMatchObject({ kind: 'stain', carrier: 'oil', fit: null, rungs: [] });
    expect(walnut?.absorption?.every((k) => k > 0)).toBe(true);
  });
  it('reads a wood tissue by tissue; what one takes of the face the others give', async () => {
    const page = openAt('/shelf?wood=beech');
    expect(await screen.findByRole('heading', { name: 'Beech' })).toBeDefined();
    expect(screen.getAllByText('not read')).toHaveLength(2);
    await page.user.click(screen.getAllByRole('button', { name: 'Instrument' })[0]);
    const [ground] = screen.getAllByLabelText('% of face') as HTMLInputElement[];
    await waitFor(() => expect(ground.disabled).toBe(false));
    await page.user.clear(ground);
    await page.user.type(ground, '60');
    await page.user.tab();
    await waitFor(async () => {
      const beech = (await ask<Shelf>('GET', '/shelf')).species.find((s) => s.id === 'beech');
      expect(beech?.tissues.map((t) => Number(t.fraction.toFixed(2)))).toEqual([0.6, 0.4]);
    });
    // How it takes dye and holds a film; what makes no sense is put back.
    const takes = () => screen.getAllByLabelText('takes dye, ×')[1] as HTMLInputElement;
    await waitFor(() => expect(takes().disabled).toBe(false));
    await page.user.clear(takes());
    await page.user.type(takes(), '1,4');
    await page.user.tab();
    await waitFor(async () => {
      const beech = (await ask<Shelf>('GET', '/shelf')).species.find((s) => s.id === 'beech');
      expect(beech?.tissues[1].dye).toBe(1.4);
    });
    await waitFor(() => expect(takes().value).toBe('1.4'));
    await page.user.clear(takes());
    await page.user.type(takes(), 'nine');
    await page.user.tab();
    expect(takes().value).toBe('1.4');
  });
  it('has everything put right, put away and brought back, with its story', async () => {
    const page = openAt('/shelf?colour=coal');
    await page.press('Put right');
    await page.fill('Caution', 'Mask too.');
    await page.fill('Strongest, g/L', '3');
    await page.press('Save');
    expect((await screen.findByRole('alert')).textContent).toContain('Its ladder has a rung at 14');
    await page.fill('Strongest, g/L', '26');
    // Meanwhile somebody else changes its cost.
    const now = async () => (await ask<Shelf>('GET', '/shelf')).colourants.find((c) => c.id === 'coal');
    await ask('PATCH', '/colourants/coal', { version: (await now())?.version, costPerGram: 0.7 });
    await page.press('Save');
    await waitFor(() => expect(screen.getByRole('alert').textContent).toContain('changed meanwhile'));
    expect(screen.getByText(/Cost per gram 0.7/)).toBeDefined();
    await page.press('Save mine over it');
    expect(await screen.findByText(/at most 26.0 g\/L/)).toBeDefined();
    expect(screen.getByText('Mask too.')).toBeDefined();
    await page.press('Story');
    expect(await screen.findByText(/caution “.*” → “Mask too\.”/)).toBeDefined();
    await page.press('Put away');
    await waitFor(async () => expect((await now())?.archived).toBe(true));
    await page.press('Bring back');
    await waitFor(async () => expect((await now())?.archived).toBe(false));
  });
});

describe('what is known of a product, and its lots', () => {
  it('is written down with its label and what was seen here; a density of nothing is refused', async () => {
    const page = openAt('/shelf?medium=linseed');
    expect(await screen.findByRole('cell', { name: '3 days' })).toBeDefined();
    expect(screen.getByRole('cell', { name: '4 days' })).toBeDefined();
    await page.press('Write down');
    await page.fill('Density, g/mL', '0');
    await page.press('Save');
    expect((await screen.findByRole('alert')).textContent).toContain('of nothing there is none');
    await page.fill('Density, g/mL', '0,94');
    await page.fill('Can: any unit', '1 qt');
    await page.fill('Parts to one of hardener', '4');
    await page.press('Save');
    expect((await screen.findByRole('alert')).textContent).toBe('Which hardener?');
    await page.fill('Parts to one of hardener', '');
    await page.press('Save');
    await waitFor(async () => {
      const { mediums } = await ask<Shelf>('GET', '/shelf');
      const sheet = mediums.find((m) => m.id === 'linseed')?.sheet;
      expect(sheet?.density).toBe(0.94);
      expect(sheet?.canMl).toBeCloseTo(946.35, 1);
    });
  });
  it('a lot is counted in any unit, is found by its code, and is wanted looked at when its date has passed', async () => {
    const page = openAt('/shelf?medium=linseed');
    await page.press('New lot');
    await page.fill('Code on the tin', 'LX-77');
    await page.choose('Counted in', 'mL');
    await page.fill('What is in it: any unit, empty if nobody counted', '470 g');
    await page.fill('Best before', '2020-01-31');
    await page.press('Save');
    expect(await screen.findByText('LX-77')).toBeDefined();
    expect(screen.getByText(/^50\d(\.\d)? mL$/)).toBeDefined();
    expect(screen.getByText('Lot LX-77 was best before 2020-01-31.')).toBeDefined();
    await page.fill('Find', 'lx 77');
    await waitFor(() => expect(screen.queryByRole('button', { name: /^Honey/ })).toBeNull());
    expect(screen.getByRole('button', { name: /Linseed oil wants looking at/ })).toBeDefined();
  });
  it('cans are boxed: how much of which into which, until they are one colour', async () => {
    const page = openAt('/shelf?medium=oil-varnish');
    await page.press('Box cans');
    const all = (label: string) => screen.getAllByLabelText(label) as HTMLInputElement[];
    const type = (label: string, i: number, value: string) =>
      fireEvent.change(all(label)[i] as Element, { target: { value } });
    ['1.5 L', '1500 mL'].forEach((litres, i) => {
      type('In it', i, litres);
      type('Holds', i, '2 L');
    });
    type('Draw-down: L* a* b*', 0, '60 12 30');
    await page.press('How to pour');
    expect((await screen.findByRole('alert')).textContent).toContain('is not read yet');
    type('Draw-down: L* a* b*', 1, '57 12 30');
    await page.press('How to pour');
    expect(await screen.findByText(/They differ by ΔE00 2\.\d\./)).toBeDefined();
    expect(screen.getAllByRole('listitem').length).toBeGreaterThan(1);
    expect(screen.getByText('500 mL', { selector: 'li:first-child span' })).toBeDefined();
  });
  it('a supply comes to the shelf under a code from its name', async () => {
    const page = openAt('/shelf');
    await page.press('New supply');
    await page.fill('Name', 'Tack cloths, large');
    await page.choose('Kind', 'cloth');
    await page.press('Put on the shelf');
    expect(await screen.findByRole('heading', { name: 'Tack cloths, large' })).toBeDefined();
    expect((await ask<Shelf>('GET', '/shelf')).supplies.some((s) => s.id === 'tack-cloths-large')).toBe(true);
  });
});

describe('a kept mix', () => {
  const open = async () => {
    const mix = await ask<KeptMix>('POST', '/mixes', {
      name: `Left over ${Date.now()}`,
      kind: 'dye',
      colours: { honey: 4, coal: 1 },
      litres: 0.5,
      note: '',
      unknownStrength: false,
    });
    const page = openAt(`/shelf?mix=${mix.id}`);
    await screen.findByRole('heading', { name: mix.name });
    const now = async () => (await ask<Shelf>('GET', '/shelf')).mixes.find((m) => m.id === mix.id) as KeptMix;
    return { page, now };
  };
  it('is strengthened and thinned, what goes in told first', async () => {
    const { page, now } = await open();
    await page.fill('Times as strong', '1.5');
    expect(screen.getByText('Add 1.00 g Honey, 0.25 g Coal.')).toBeDefined();
    await page.fill('Times as strong', '0,5');
    expect(screen.getByText(/Add 500 mL of what it is mixed in: 1 L in all\./)).toBeDefined();
    await page.press('It is done');
    await waitFor(async () => expect(await now()).toMatchObject({ litres: 1, colours: { honey: 2, coal: 0.5 } }));
    await page.press('Undo');
    await waitFor(async () => expect(await now()).toMatchObject({ litres: 0.5, colours: { honey: 4, coal: 1 } }));
  });
  it('takes colour by feel: the jar before and after tells how much', async () => {
    const { page, now } = await open();
    await page.fill('Jar before, g', '40');
    await page.fill('Jar after, g', '41');
    await page.press('It went in');
    expect((await screen.findByRole('alert')).textContent).toContain('not lighter than before');
    await page.fill('Jar after, g', '39.5');
    await page.press('It went in');
    await waitFor(async () => expect((await now()).colours.honey).toBeCloseTo(5, 9));
  });
  it('of unknown strength is found from one board', async () => {
    const page = openAt('/shelf');
    await page.press('New mix');
    await page.fill('Name', 'Jar without a label');
    await page.choose('Colour 1', 'Honey');
    await page.user.click(screen.getByLabelText('Only the ratio is known, not how strong it is'));
    const parts = screen.getAllByLabelText('Parts');
    await page.user.type(parts[0] as HTMLElement, '1');
    await page.fill(/^How much is left/, '16 fl oz');
    await page.press('Put on the shelf');
    expect(await screen.findByText(/how strong it is nobody knows/)).toBeDefined();
    const rung = (await ask<Shelf>('GET', '/shelf')).colourants.find((c) => c.id === 'honey')?.rungs[1];
    const line = (values: readonly number[] | undefined) => values?.join(',');
    await page.choose('On', 'Birch');
    await give(
      'File: before, after',
      'jar.csv',
      [WAVELENGTHS.join(','), line(rung?.before), line(rung?.after)].join('\n'),
    );
    await waitFor(async () => {
      const mix = (await ask<Shelf>('GET', '/shelf')).mixes.find((m) => m.name === 'Jar without a label');
      expect(mix?.unknownStrength).toBe(false);
      expect(Math.abs(Math.log((mix?.colours.honey ?? 0) / (rung?.strength ?? 1)))).toBeLessThan(0.2);
    });
  });
});
