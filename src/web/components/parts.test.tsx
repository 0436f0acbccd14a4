import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import writeWorkbook from 'write-excel-file/node';
import { MATERIALS } from '../../../test/fixtures/small-shop.ts';
import { MOST_BYTES } from '../../core/formats/index.ts';
import { type Layer, newLayer, type Stack } from '../../core/layers/layer.ts';
import type { Said } from '../../core/said/sentence.ts';
import { withLayer } from '../../record/job/openings.ts';
import { Curves } from './curves/Curves.tsx';
import { ErrorMessage, sentenceOf } from './ErrorMessage.tsx';
import { FileButton } from './FileButton.tsx';
import { Keys } from './Keys.tsx';
import { LayerEditor } from './layers/LayerEditor.tsx';
import { LayerPiece } from './layers/LayerPiece.tsx';
import { byParts, hasRatio } from './layers/RatioField.tsx';
import { ToastProvider, useToast } from './Toast.tsx';

describe('keys of a page', () => {
  it('work everywhere but in a field, and ? lists them', async () => {
    const find = vi.fn();
    const undo = vi.fn();
    render(
      <>
        <input aria-label="note" />
        <Keys
          keys={[
            { key: 'f', what: 'find recipes', run: find },
            { key: 'Ctrl+Z', what: 'undo', run: undo },
          ]}
        />
      </>,
    );
    const press = (on: Element, key: string, also = {}) =>
      fireEvent.keyDown(on, { key, code: /[a-z]/.test(key) ? `Key${key.toUpperCase()}` : '', ...also });
    press(document.body, 'f');
    press(document.body, 'z');
    press(document.body, 'z', { ctrlKey: true });
    expect([find.mock.calls.length, undo.mock.calls.length]).toEqual([1, 1]);
    // The browser's own search stays the browser's; what is typed is typed.
    press(document.body, 'f', { ctrlKey: true });
    press(screen.getByLabelText('note'), 'f');
    expect(find).toHaveBeenCalledOnce();
    press(document.body, '?');
    const list = await screen.findByRole('dialog', { name: 'Keys of this page' });
    expect(list.textContent).toContain('find recipes');
    expect(list.textContent).toContain('this list');
    press(document.body, 'f');
    expect(find, 'while a list is open').toHaveBeenCalledOnce();
    fireEvent.click(screen.getByRole('button', { name: 'Close' }));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });
});

describe('what was done', () => {
  it('is told in a line and can be undone once', async () => {
    const back = vi.fn();
    const Act = () => {
      const say = useToast();
      return (
        <button type="button" onClick={() => say({ text: 'Put away.', undo: back })}>
          do
        </button>
      );
    };
    render(
      <ToastProvider>
        <Act />
      </ToastProvider>,
    );
    fireEvent.click(screen.getByRole('button', { name: 'do' }));
    expect(await screen.findByText('Put away.')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    await waitFor(() => expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull());
    expect(back).toHaveBeenCalledOnce();
  });
});

describe('trouble', () => {
  it('is a sentence, or nothing', () => {
    const { container, rerender } = render(<ErrorMessage error={null} />);
    expect(container.textContent).toBe('');
    rerender(<ErrorMessage error="Too much." />);
    expect(screen.getByRole('alert').textContent).toBe('Too much.');
    expect([sentenceOf(new Error('a')), sentenceOf('b')]).toEqual(['a', 'b']);
  });
});

describe('a measurement file', () => {
  const open = () => {
    const onReadings = vi.fn();
    const { container } = render(<FileButton label="File" onReadings={onReadings} />);
    const give = (text: string | Uint8Array<ArrayBuffer>, name: string) =>
      fireEvent.change(container.querySelector('input') as Element, { target: { files: [new File([text], name)] } });
    const press = async (name: string) => fireEvent.click(await screen.findByRole('button', { name }));
    return { onReadings, give, press };
  };
  it('is read here and looked at, and then its readings are handed on', async () => {
    const { onReadings, give, press } = open();
    give('Name,L*,a*,b*\nspot,40,1,2\n', 'a.csv');
    expect(await screen.findByText('spot')).toBeDefined();
    expect(screen.getByText(/^L\* 40.0\s+a\* 1.0\s+b\* 2.0$/)).toBeDefined();
    expect(screen.getByText(/names no light; taken as D65\/10°/)).toBeDefined();
    expect(onReadings).not.toHaveBeenCalled();
    await press('Keep this reading');
    await waitFor(() => expect(onReadings).toHaveBeenCalledOnce());
    expect(onReadings.mock.calls[0][0].readings).toHaveLength(1);
  });
  it('is refused with its name, line and column; or for its size alone', async () => {
    const { onReadings, give, press } = open();
    give('L*,a*,b*\n40,1,two\n', 'a.csv');
    expect((await screen.findByRole('alert')).textContent).toBe('a.csv, line 2, column b*: “two” is not a number.');
    expect(screen.queryByRole('button', { name: /Keep/ })).toBeNull();
    await press('Leave it');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    give('x'.repeat(MOST_BYTES + 1), 'big.csv');
    expect((await screen.findByRole('alert')).textContent).toContain('big.csv: the file is larger than 4 MB.');
    expect(onReadings).not.toHaveBeenCalled();
  });
  it('that is a workbook asks which sheet, and reads the one that is chosen', async () => {
    const { onReadings, give, press } = open();
    const sheet = (name: string) => ({
      sheet: name,
      data: [
        ['Name', 'L*', 'a*', 'b*'],
        [`spot of ${name}`, 40.5, 1, 2],
      ],
    });
    give(Uint8Array.from(await writeWorkbook([sheet('Monday'), sheet('Friday')]).toBuffer()), 'week.xlsx');
    expect(await screen.findByText('spot of Monday')).toBeDefined();
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Sheet' }));
    fireEvent.click(await screen.findByRole('option', { name: 'Friday' }));
    expect(await screen.findByText('spot of Friday')).toBeDefined();
    await press('Keep this reading');
    await waitFor(() => expect(onReadings.mock.calls[0]?.[0].readings[0]).toMatchObject({ lab: [40.5, 1, 2] }));
  });
  it('that can be read in two ways asks', async () => {
    const { onReadings, give, press } = open();
    const nm = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
    give(`Name,${nm.join(',')}\nebony,${nm.map((n) => (1 + n / 2000).toFixed(2)).join(',')}\n`, 'dark.csv');
    expect((await screen.findByRole('alert')).textContent).toContain('Are the values per cent, or fractions of 1?');
    await press('Per cent');
    await press('Keep this reading');
    await waitFor(() => expect(onReadings).toHaveBeenCalledOnce());
    expect(onReadings.mock.calls[0][0].readings[0].values[0]).toBeCloseTo(0.012, 6);
  });
  it('with columns of other names has them named by hand', async () => {
    const { onReadings, give, press } = open();
    give('Probe;x;y;z\nspot;40;12;18\n', 'odd.csv');
    expect((await screen.findByRole('alert')).textContent).toContain('What are the columns?');
    for (const [i, role] of ['name', 'L*', 'a*', 'b*'].entries()) {
      fireEvent.mouseDown(screen.getByRole('combobox', { name: `Column ${i + 1}` }));
      fireEvent.click(await screen.findByRole('option', { name: role }));
    }
    await press('Read it so');
    await press('Keep this reading');
    await waitFor(() => expect(onReadings).toHaveBeenCalledOnce());
    expect(onReadings.mock.calls[0][0].readings[0]).toMatchObject({ name: 'spot', lab: [40, 12, 18] });
  });
});

describe('the settings of a layer', () => {
  /** The editor with its layer in a state of its own; `now` gives the layer as it stands. */
  function edit(first: Layer) {
    let layer = first;
    const Bench = () => {
      const [shown, setShown] = useState(first);
      layer = shown;
      return (
        <LayerEditor layer={shown} materials={MATERIALS} onChange={setShown} onDrag={setShown} onSettle={() => {}} />
      );
    };
    render(<Bench />);
    return { now: () => layer, user: userEvent.setup() };
  }
  it('take a colour in, set it within what dissolves, and leave it out', async () => {
    const { now, user } = edit(newLayer('dye'));
    await user.click(screen.getByRole('combobox', { name: 'Add a colour' }));
    expect(screen.queryByRole('option', { name: 'ochre' })).toBeNull();
    await user.click(screen.getByRole('option', { name: 'red' }));
    expect(now().colours.red).toBeCloseTo(1.25, 6);
    // What is typed stands as typed; beyond what dissolves it changes nothing and says so.
    for (const text of ['-4', '99', '1.', '']) {
      fireEvent.change(screen.getByLabelText(/^red /), { target: { value: text } });
      expect((screen.getByLabelText(/^red /) as HTMLInputElement).value).toBe(text);
    }
    expect(screen.getByText('A number, 0 to 25.')).toBeDefined();
    expect(now().colours.red).toBe(1);
    fireEvent.blur(screen.getByLabelText(/^red /));
    expect((screen.getByLabelText(/^red /) as HTMLInputElement).value).toBe('1.00');
    fireEvent.change(screen.getByLabelText('Strength of red'), { target: { value: '0.5' } });
    expect(now().colours.red).toBeCloseTo(6.25, 6);
    await user.click(screen.getByRole('button', { name: 'Leave out red' }));
    expect(now().colours).toEqual({});
  });
  it('are typed by parts, what the colours come to kept; the ratio is held while one of them moves', async () => {
    const { now, user } = edit(newLayer('dye', { colours: { yellow: 4, red: 2 } }));
    const ratio = () => screen.getByLabelText('Ratio') as HTMLInputElement;
    expect(ratio().value).toBe('2:1');
    const type = async (text: string) => {
      fireEvent.change(ratio(), { target: { value: text } });
      fireEvent.blur(ratio());
    };
    await type('3:');
    expect(screen.getByText(/is no quantity/)).toBeDefined();
    await type('3:0');
    expect(screen.getByText('A part of nothing: leave that colour out instead.')).toBeDefined();
    await type('3:1:1');
    expect(screen.getByText('2 colours here: write 2 parts.')).toBeDefined();
    await type('3:1');
    expect(now().colours).toEqual({ yellow: 4.5, red: 1.5 });
    await user.click(screen.getByRole('button', { name: 'Hold it' }));
    fireEvent.change(screen.getByLabelText(/^red /), { target: { value: '2' } });
    expect(now().colours).toEqual({ yellow: expect.closeTo(6, 9), red: expect.closeTo(2, 9) });
  });
  it('are typed as they are poured: tins, thirds, a liquid to its thinner', () => {
    const stain = { ...MATERIALS.colourants.umber, kind: 'stain' as const, maxStrength: 1 };
    const ink = { ...MATERIALS.colourants.red, kind: 'ink' as const, maxStrength: 30 };
    const shelf = { ...MATERIALS, colourants: { one: { ...stain, id: 'one' }, two: { ...stain, id: 'two' }, ink } };
    const two = newLayer('wiping-stain', { colours: { one: 0.5, two: 0.5 } });
    expect(byParts(two, '2 tins : 1 tin', shelf)).toEqual({ one: 2 / 3, two: 1 / 3 });
    expect(byParts(two, '2/3 and 1/3', shelf)).toEqual({
      one: expect.closeTo(2 / 3, 9),
      two: expect.closeTo(1 / 3, 9),
    });
    expect(byParts(two, '2:1:1', shelf)).toEqual({ one: 0.5, two: 0.25 });
    expect(() => byParts(two, '2 tins : 3 oz', shelf)).toThrow(/all of it in parts or tins/);
    const neat = newLayer('ink', { colours: { ink: 30 } });
    expect(byParts(neat, '1:5', shelf)).toEqual({ ink: 5 });
    expect(byParts(neat, '4 oz + 2 oz', shelf)).toEqual({ ink: expect.closeTo(20, 9) });
    expect(() => byParts(neat, '1 part', shelf)).toThrow(/1:5/);
    expect(hasRatio(neat, shelf)).toBe(true);
    // A powder to what it is dissolved in: grams to millilitres, or as it is said.
    const powder = newLayer('dye', { colours: { red: 2 } });
    expect(hasRatio(powder, MATERIALS)).toBe(true);
    expect(byParts(powder, '1:250', MATERIALS)).toEqual({ red: 4 });
    expect(byParts(powder, '1 oz : 2 qt', MATERIALS).red).toBeCloseTo(28.349523125 / 1.892705892, 6);
    expect(() => byParts(powder, '1 : lots', MATERIALS)).toThrow();
    expect(hasRatio(newLayer('glaze', { colours: { umber: 0.02 } }), MATERIALS)).toBe(false);
  });
  it('say a pigment in per cent of the glaze', () => {
    const { now } = edit(newLayer('glaze', { colours: { umber: 0.05 } }));
    fireEvent.change(screen.getByLabelText('umber 5.0 %'), { target: { value: '8' } });
    expect(now().colours.umber).toBeCloseTo(0.08, 9);
  });
  it('stay within their bounds', () => {
    const { now } = edit(newLayer('sealer', { medium: 'shellac' }));
    const coats = screen.getByLabelText('coats');
    fireEvent.change(coats, { target: { value: '3' } });
    expect(now().settings.coats).toBe(3);
    for (const nonsense of ['40', '0', '-1', '']) fireEvent.change(coats, { target: { value: nonsense } });
    expect(now().settings.coats).toBe(3);
  });
  it('take no more colours than the layer can', () => {
    edit(newLayer('dye', { colours: { yellow: 1, red: 1, blue: 1, black: 1 } }));
    expect(screen.queryByRole('combobox', { name: 'Add a colour' })).toBeNull();
  });
});

describe('a piece of what is said of a layer', () => {
  function piece(about: Said, first: Layer, gun = true) {
    let layer = first;
    const Bench = () => {
      const [shown, setShown] = useState(first);
      layer = shown;
      return (
        <LayerPiece
          layer={shown}
          about={about}
          materials={MATERIALS}
          usual={3}
          gun={gun}
          onChange={setShown}
          onNote={() => {}}
          onSettle={() => {}}
        />
      );
    };
    render(<Bench />);
    return { now: () => layer, user: userEvent.setup() };
  }
  const offered = async (user: ReturnType<typeof userEvent.setup>, name: string) => {
    await user.click(screen.getByRole('combobox', { name }));
    return screen.getAllByRole('option').map((o) => o.textContent);
  };
  it('is how it is put on, and what of: only another sealer for a sealer', async () => {
    const glaze = piece('method', newLayer('glaze', { colours: { umber: 0.05 } }));
    await offered(glaze.user, 'how');
    await glaze.user.click(screen.getByRole('option', { name: 'left in the grain' }));
    expect(glaze.now().method).toBe('in-grain');
    cleanup();
    const sealer = piece('medium', newLayer('sealer', { medium: 'shellac' }));
    expect(await offered(sealer.user, 'sealer')).toEqual([MATERIALS.mediums.shellac.name]);
  });
  it('is what it is put on with: nothing that goes wrong, no gun where there is none, and how with it', async () => {
    const { user, now } = piece('applicator', newLayer('clear', { medium: 'varnish' }), false);
    const suits = await offered(user, 'with what');
    expect(suits).toContain('with a bristle brush');
    expect(suits).not.toContain('with a sponge');
    expect(suits).not.toContain('with the gun');
    await user.click(screen.getByRole('option', { name: 'with a bristle brush' }));
    expect(now()).toMatchObject({ applicator: 'bristle', method: 'brushed' });
    await user.click(screen.getByRole('button', { name: 'As usual' }));
    expect(now().applicator).toBeUndefined();
  });
  it('is what it is thinned with, typed as it is said, and asked about', async () => {
    const { user, now } = piece('thinners', newLayer('clear', { medium: 'varnish' }));
    const field = screen.getByLabelText('thinned with');
    await user.type(field, 'white spirit{Enter}');
    expect(screen.getByText(/^Clear is thinned by how much\?/)).toBeDefined();
    await user.clear(field);
    await user.type(field, '10 % white spirit and 2 % retarder{Enter}');
    expect(now().thinners).toEqual({ 'white spirit': 0.1, retarder: 0.02 });
    await user.clear(field);
    await user.type(field, '{Enter}');
    expect(now().thinners).toBeUndefined();
  });
  it('of what is made up to a strength is the proportion of two thinners', async () => {
    const { user, now } = piece('thinners', newLayer('dye', { colours: { red: 4 } }));
    await user.type(screen.getByLabelText('made up with'), 'alcohol and lacquer thinner 1:1{Enter}');
    expect(now().thinners).toEqual({ alcohol: 0.5, 'lacquer thinner': 0.5 });
  });
  it('is whether its hardener goes in, and the papers of a rub-out', async () => {
    const two = piece('hardener', newLayer('clear', { medium: 'varnish' }));
    await offered(two.user, 'hardener');
    await two.user.click(screen.getByRole('option', { name: 'without hardener' }));
    expect(two.now().unhardened).toBe(true);
    cleanup();
    const { now } = piece('rub', newLayer('rub-out'));
    fireEvent.change(screen.getByLabelText('papers'), { target: { value: '800-1000' } });
    expect(now().papers).toEqual([800, 1000]);
  });
});

describe('layers that are on the board', () => {
  it('stay: a new one goes above them', () => {
    const stack: Stack = [newLayer('dye'), newLayer('sealer', { medium: 'shellac' })];
    const added = withLayer(stack, 'dye', MATERIALS, 2);
    expect(added.stack.map((l) => l.kind)).toEqual(['dye', 'sealer', 'dye']);
    expect(added.at).toBe(2);
  });
});

describe('curves', () => {
  it('are drawn under their name and redrawn when they change', async () => {
    const values = (v: number) => new Array<number>(31).fill(v);
    const { rerender } = render(
      <Curves label="Two curves" unit="reflectance" curves={[{ name: 'first', values: values(0.2) }]} />,
    );
    const drawing = await screen.findByRole('img', { name: 'Two curves' });
    await waitFor(() => expect(drawing.textContent).toContain('first'));
    const chart = drawing.firstElementChild;
    rerender(
      <Curves label="Two curves" unit="reflectance" curves={[{ name: 'second', values: values(0.5), dashed: true }]} />,
    );
    await waitFor(() => expect(drawing.textContent).toContain('second'));
    expect(drawing.textContent).not.toContain('first');
    expect(drawing.firstElementChild, 'the chart is told, not made anew').toBe(chart);
  });
});
