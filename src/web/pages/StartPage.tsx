import { Button, TextField } from '@mui/material';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { type Figure, rawMean } from '../../core/board/wood.ts';
import { bentTo } from '../../core/colour/bent.ts';
import { screenColour } from '../../core/colour/display.ts';
import { DAYLIGHT } from '../../core/colour/lights.ts';
import type { LayerKind } from '../../core/kinds/index.ts';
import { COLOURANT_INFO, type ColourantKind } from '../../core/kinds/index.ts';
import { newLayer } from '../../core/layers/layer.ts';
import { tintOf, usualSurface } from '../../core/learn/surfaces.ts';
import type { Tool } from '../../core/rules/tools.ts';
import { DEPTHS, type Depth, HUES, type Hue, labelled, lookOf } from '../../core/usual/colours.ts';
import { strengthOfLook } from '../../core/usual/profile.ts';
import { USUAL_WOODS, usualWood } from '../../core/usual/woods.ts';
import { changeHouse } from '../../shared/contract/house.ts';
import { addWood, setDraft, startJob } from '../../shared/contract/jobs.ts';
import { addColourant, addMedium, addSpecies } from '../../shared/contract/shelf.ts';
import type { House } from '../../shared/house.ts';
import { newId } from '../../shared/id.ts';
import { BoardPicture } from '../components/board/BoardPicture.tsx';
import { ErrorMessage, sentenceOf } from '../components/ErrorMessage.tsx';
import { JobsFileButton } from '../components/JobsFileDialog.tsx';
import { Area, Pile, Row, Text } from '../components/layout.tsx';
import { codeOf } from '../components/shelf/add-form.tsx';
import { change, useHouse } from '../hooks/api.ts';
import { fieldsAsRead } from '../hooks/looks.ts';
import { usePersistentState } from '../hooks/persistent-state.ts';

const NOTHING = { colourants: {}, mediums: {}, supplies: {} };

/** Four questions; what each answer means for the house. */
const QUESTIONS = [
  {
    ask: 'What do you judge colour with?',
    key: 'sees',
    answers: ['My eyes', 'Eyes and a telephone', 'A colour instrument'],
  },
  { ask: 'What do you measure with?', key: 'measures', answers: ['Spoons and cups', 'A scale', 'Both'] },
  { ask: 'What do you put it on with?', key: 'puts', answers: ['Rag and brush', 'Spray can', 'Spray gun'] },
  { ask: 'How shall it be told?', key: 'tells', answers: ['In words: a shade too red', 'In figures: ΔE00 1.8'] },
] as const;
type Answers = Record<(typeof QUESTIONS)[number]['key'], number>;
const LAST = 2;

/** The house as it was answered. */
function houseOf({ sees, measures, puts, tells }: Answers, house: House) {
  const tools: Tool[] = [
    ...(puts === LAST ? (['spray-gun'] as const) : []),
    ...(measures > 0 ? (['scale'] as const) : []),
    ...(sees === 1 ? (['camera'] as const) : []),
    ...(sees === LAST ? (['instrument'] as const) : []),
  ];
  return {
    version: house.version,
    tools,
    bench: { measure: measures === 1 ? ('weigh' as const) : ('spoons' as const) },
    tells: tells === 0 ? ('words' as const) : ('figures' as const),
  };
}

/** What most shops have; every other wood is on the shelf. */
const FIRST_WOODS: readonly Figure[] = ['oak', 'ash', 'maple', 'pine', 'walnut', 'beech', 'birch', 'sapele'];
/** What stands in most first tins: what it is, and how it is put on. */
const TINS: readonly { name: string; kind: ColourantKind; layer: LayerKind }[] = [
  { name: 'stain', kind: 'stain', layer: 'wiping-stain' },
  { name: 'gel stain', kind: 'stain', layer: 'gel-stain' },
  { name: 'water dye', kind: 'dye', layer: 'dye' },
];

interface Typed {
  answers: Answers;
  figure: Figure;
  tin: number;
  label: string;
  /** As it was tapped; else as the label says. */
  hue: Hue | null;
  depth: Depth | null;
}
const BLANK: Typed = {
  answers: { sees: 0, measures: 0, puts: 0, tells: 0 },
  figure: 'oak',
  tin: 0,
  label: '',
  hue: null,
  depth: null,
};

/** A new shop: four taps set the house, a wood and a tin lead to the first board, without a file or a figure. */
export function StartPage() {
  const { data: house } = useHouse();
  const [typed, setTyped, forget] = usePersistentState<Typed>('start', BLANK);
  const [, setSkipped] = usePersistentState('start-skipped', false);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const go = useNavigate();
  const put = (part: Partial<Typed>) => setTyped((now) => ({ ...now, ...part }));
  const { answers, figure, tin, label } = typed;
  const woods = useMemo(() => FIRST_WOODS.map((each) => usualWood(each)), []);
  const fields = useMemo(() => woods.map((wood) => fieldsAsRead(wood, null, NOTHING)), [woods]);
  const wood = usualWood(figure);
  const said = labelled(label);
  const hue = typed.hue ?? said?.hue ?? 'brown';
  const depth = typed.depth ?? said?.depth ?? 'medium';

  const begin = async () => {
    if (!house) return;
    setBusy(true);
    try {
      const { kind, layer, name } = TINS[tin] ?? (TINS[0] as (typeof TINS)[number]);
      const { usual } = COLOURANT_INFO[kind];
      const called = label.trim() || `${hue} ${name}`;
      const colour = codeOf(called) || 'first-tin';
      await change(changeHouse, {}, houseOf(answers, house));
      await change(
        addSpecies,
        {},
        { ...wood, tissues: wood.tissues.map((t) => ({ ...t, reflectance: [...t.reflectance] })) },
      );
      await change(
        addColourant,
        {},
        {
          id: colour,
          name: called,
          kind,
          carrier: kind === 'dye' ? 'water' : 'oil',
          ...usual,
          caution: 'Ventilate; gloves. See its safety data sheet.',
          look: { speciesId: wood.id, lab: lookOf(hue, depth) },
        },
      );
      await change(
        addMedium,
        {},
        {
          id: 'clear-varnish',
          name: 'Clear varnish',
          kind: 'clear',
          carrier: 'oil',
          ...usualSurface('clear'),
          tint: tintOf('slightly warm'),
          caution:
            'Ventilate. Oily rags burn by themselves: lay them flat outdoors or under water in a shut metal can.',
        },
      );
      const job = await change(
        startJob,
        {},
        { id: newId(), customer: 'My own', piece: 'The first board', tolerance: 2 },
      );
      const { woods: taken } = await change(
        addWood,
        { job: job.number },
        { id: newId(), boardId: newId(), speciesId: wood.id },
      );
      const [first] = taken;
      const strength = strengthOfLook({ kind, maxStrength: usual.maxStrength });
      if (first)
        await change(
          setDraft,
          { wood: first.id },
          {
            version: first.draftVersion,
            stack: [
              newLayer(layer, { colours: { [colour]: strength } }),
              newLayer('clear', {
                medium: 'clear-varnish',
                settings: { coats: 2 },
                ...(answers.puts === LAST ? {} : { method: 'brushed' }),
              }),
            ],
          },
        );
      forget();
      await go(`/jobs/${job.number}/layers${first ? `?wood=${first.code}` : ''}`);
    } catch (trouble) {
      setError(sentenceOf(trouble));
      setBusy(false);
    }
  };
  return (
    <>
      <header className="head">
        <h1>A new shop</h1>
        <span className="soft">four taps, then the first board; all of it can be changed on House</span>
      </header>
      <div className="plate start">
        {QUESTIONS.map(({ ask, key, answers: possible }) => (
          <fieldset key={key} className="question">
            <Text as="legend" size="lead" strong>
              {ask}
            </Text>
            <div className="choices close">
              {possible.map((answer, i) => (
                <Button
                  key={answer}
                  variant={answers[key] === i ? 'contained' : 'outlined'}
                  color="secondary"
                  aria-pressed={answers[key] === i}
                  onClick={() => put({ answers: { ...answers, [key]: i } })}
                >
                  {answer}
                </Button>
              ))}
            </div>
          </fieldset>
        ))}
        <div className="columns">
          <Pile gap="near" top>
            <h2>Your wood</h2>
            <div className="firstwoods">
              {woods.map((each, i) => (
                <button
                  key={each.id}
                  type="button"
                  className="plainbutton firstwood"
                  aria-pressed={each.id === figure}
                  onClick={() => put({ figure: each.figure })}
                >
                  <BoardPicture
                    wood={each}
                    seed={7 + i}
                    fields={fields[i] ?? []}
                    target={null}
                    light={DAYLIGHT}
                    height={56}
                  />
                  <span>{USUAL_WOODS[each.figure].name.toLowerCase()}</span>
                </button>
              ))}
            </div>
            <span className="soft">The nearest is enough; boards will tell.</span>
          </Pile>
          <Pile gap="near" top>
            <h2>What is in the tin?</h2>
            <div className="choices close">
              {TINS.map(({ name }, i) => (
                <Button
                  key={name}
                  variant={tin === i ? 'contained' : 'outlined'}
                  color="secondary"
                  aria-pressed={tin === i}
                  onClick={() => put({ tin: i })}
                >
                  {name}
                </Button>
              ))}
            </div>
            <TextField
              label="What its label says"
              placeholder="walnut brown, dark"
              value={label}
              onChange={(e) => put({ label: e.target.value, hue: null, depth: null })}
              slotProps={{ htmlInput: { maxLength: 60 } }}
            />
            <Area pad="near" on="field">
              <Row gap="hair">
                {HUES.map((each) => (
                  <Button
                    key={each}
                    aria-label={each}
                    title={each}
                    aria-pressed={each === hue}
                    className="fan"
                    onClick={() => put({ hue: each })}
                    sx={{ minWidth: 0, backgroundColor: screenColour(bentTo(rawMean(wood), lookOf(each, depth))).css }}
                  />
                ))}
              </Row>
              <Row gap="hair" padTop="near">
                {DEPTHS.map((each) => (
                  <Button
                    key={each}
                    aria-label={`${hue}, ${each}`}
                    aria-pressed={each === depth}
                    className="fan"
                    onClick={() => put({ depth: each })}
                    sx={{ backgroundColor: screenColour(bentTo(rawMean(wood), lookOf(hue, each))).css }}
                  />
                ))}
              </Row>
            </Area>
            <span className="soft">
              About so, {hue}, {depth}, on {USUAL_WOODS[figure].name.toLowerCase()}: a shade or two off until a board
              says.
            </span>
          </Pile>
        </div>
        <ErrorMessage error={error} />
        <div className="onward">
          <Button variant="contained" color="primary" disabled={busy || !house} onClick={() => void begin()}>
            See it on the wood
          </Button>
          <Button
            onClick={() => {
              setSkipped(true);
              void go('/shelf');
            }}
          >
            I fill the shelf myself
          </Button>
          <JobsFileButton label="From another shop’s file" onBrought={() => void go('/jobs')} />
          <span className="soft">No file, no instrument, no figures needed.</span>
        </div>
      </div>
    </>
  );
}
