import { lookedText } from '../../../core/belief/words.ts';
import { labOf } from '../../../core/colour/lab.ts';
import { DAYLIGHT, type Illuminant, LIGHT_NAMES, type Light } from '../../../core/colour/lights.ts';
import { differenceWords } from '../../../core/judge/words.ts';
import type { LampFault } from '../../../core/match/lamps.ts';
import { layersOn } from '../../../record/board/stages.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { asItIs, type BoardField } from '../../../record/job/fields.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useLampFault } from '../../hooks/verdict.ts';
import { BoardPicture } from '../board/BoardPicture.tsx';
import { Columns, Text } from '../layout.tsx';
import { useTold } from '../use-told.ts';
import { lightsOf } from './LookPanel.tsx';

/** Share of each picture that is the target: it touches the board along its whole edge. */
const TARGET = 0.36;
const HEIGHT = 168;

/** The lights that a verdict is shown in: the window, and the first lamp of the place; any lamp where none is named. */
function lightsShown(bench: OpenBench, model: BoardModel): Light[] {
  if (model.target?.singleLight) return [DAYLIGHT];
  const lamp: Illuminant = lightsOf(bench.job).find((l) => l !== 'D65') ?? 'A';
  return [DAYLIGHT, { illuminant: lamp, observer: DAYLIGHT.observer }];
}

interface Props {
  bench: OpenBench;
  model: BoardModel;
  /** The finished board; what was measured of it where that is known. */
  field: BoardField;
  read: boolean;
}

/** Target and finished board touching, under two lights of the place at once, each with its difference in words. */
export function TouchingLights({ bench, model, field, read }: Props) {
  const lights = lightsShown(bench, model);
  const lamp = lights[1] ?? null;
  const fault = useLampFault(bench, model, read ? lamp : null);
  const shown = [asItIs(field)];
  return (
    <Columns className="work" of={`repeat(${lights.length}, 1fr)`} gap="far">
      {lights.map((light) => (
        <div key={light.illuminant}>
          <Text as="div" strong>
            {light === DAYLIGHT ? 'in' : 'under'} {LIGHT_NAMES[light.illuminant]}
          </Text>
          <BoardPicture
            wood={model.species}
            texture={model.preparation.texture}
            seed={model.seed + 1000}
            fields={shown}
            target={model.target}
            light={light}
            height={HEIGHT}
            band={TARGET}
          />
          <div data-testid={`under-${light.illuminant}`}>
            {read ? (
              <ReadUnder
                model={model}
                field={field}
                light={light}
                fault={light === lamp ? fault : null}
                bench={bench}
              />
            ) : (
              <SeenUnder model={model} light={light} />
            )}
          </div>
        </div>
      ))}
    </Columns>
  );
}

/** How a board that was read differs under a light, and which colour parts it there. */
function ReadUnder({
  bench,
  model,
  field,
  light,
  fault,
}: Pick<Props, 'bench' | 'model' | 'field'> & { light: Light; fault: LampFault | null }) {
  const { bare } = useTold();
  const target = model.target?.reflectance;
  const reading = (field.measured ?? field.expected).reading;
  if (!target) return null;
  const blamed = fault?.blamed;
  const name = blamed && (bench.materials.colourants[blamed.colourant]?.name ?? blamed.colourant).toLowerCase();
  return (
    <>
      {differenceWords(labOf(target, light), labOf(reading, light)).join(', ')}
      {fault && blamed && (
        <span className="soft">
          : {name} does part of that; without it {bare(blamed.index)} instead of {bare(fault.now)}
        </span>
      )}
    </>
  );
}

/** What eyes said of a board under a light. */
function SeenUnder({ model: { board }, light }: { model: BoardModel; light: Light }) {
  const look = board.looks.findLast(
    (l) => l.stage === layersOn(board) && l.light === light.illuminant && !l.against && l.said,
  );
  return look ? (
    lookedText({ ...look, farther: look.farther.length })
  ) : (
    <span className="soft">as foreseen; nobody has looked</span>
  );
}
