import { useMediaQuery } from '@mui/material';
import { useMemo } from 'react';
import { labOf } from '../../../core/colour/lab.ts';
import type { Light } from '../../../core/colour/lights.ts';
import type { Stack } from '../../../core/layers/layer.ts';
import type { MatchProblem } from '../../../core/match/problem.ts';
import { promiseOf } from '../../../core/match/roads.ts';
import type { Bench, BoardModel } from '../../../record/job/bench.ts';
import type { BoardField } from '../../../record/job/fields.ts';
import type { Live } from '../../hooks/looks.ts';
import { BoardPicture } from '../board/BoardPicture.tsx';
import { ColourPath } from '../curves/ColourPath.tsx';
import { Curves } from '../curves/Curves.tsx';
import { Area, Columns } from '../layout.tsx';
import type { LooksBeside } from './LightBar.tsx';

interface Props {
  bench: Bench;
  model: BoardModel;
  /** The stack and its problem as the figures have them. */
  stack: Stack;
  problem: MatchProblem | null;
  /** The stages as they are now, and as they are shown: in some years, or in another light. */
  fields: readonly BoardField[];
  shown: readonly BoardField[];
  /** What is shown at every move of the hand. */
  live: Live<BoardField[]> | undefined;
  /** The finished end grain; empty where it is not asked for. */
  end: readonly BoardField[];
  light: Light;
  wet: boolean;
  years: number;
  enlarge: number;
  loupe: boolean;
  beside: LooksBeside;
  standing: string | null;
  /** It gives way to what is tuned below it. */
  low: boolean;
  onField: (at: number) => void;
}

/** The end of the board beside its face, and what it takes from that, in pixels. */
const END_WIDTH = 44;
const GAP = 4;
export const END_INSET = END_WIDTH + GAP;

/** What stands beside the picture: curves over wavelength, or the path of the colour. */
function BesideIt({ bench, model, stack, problem, fields, light, beside, height }: Props & { height: number }) {
  const { tolerance } = bench.job;
  const target = model.target?.reflectance ?? null;
  const stages = useMemo(
    () =>
      fields.map((f) => ({
        name: f.label,
        expected: labOf(f.expected.reading, light),
        measured: f.measured && labOf(f.measured.reading, light),
      })),
    [fields, light],
  );
  const coloured = stack.some((l) => Object.keys(l.colours).length > 0);
  // Eight boards in ten end nearer than this; worked out where it is drawn.
  const doubt = useMemo(
    () => (beside === 'path' && problem && coloured ? promiseOf(problem, stack, tolerance).range[1] : null),
    [beside, problem, coloured, stack, tolerance],
  );
  return beside === 'path' ? (
    <ColourPath
      label="The way of the colour in a*b* and L*C*, and the tolerance about the target"
      height={height}
      stages={stages}
      target={target && labOf(target, light)}
      tolerance={tolerance}
      doubt={doubt}
    />
  ) : (
    <Curves
      label="Reflectance after each layer, expected, and the target"
      unit="reflectance"
      height={height}
      curves={[
        ...fields.map((f) => ({ name: f.label, values: f.expected.reading, dashed: true })),
        ...(target ? [{ name: 'Target', values: target }] : []),
      ]}
    />
  );
}

/** The large board as it is looked at, and what stands beside it. */
export function BoardView(props: Props) {
  const { model, fields, shown, live, end, light, wet, years, enlarge, loupe, beside, standing, onField } = props;
  const short = useMediaQuery('(max-height: 760px)');
  const low = short || props.low;
  const height = low ? 140 : 193;
  return (
    <Columns
      className="work"
      padTop="near"
      padX="far"
      padBottom="close"
      gap="far"
      of={beside ? 'minmax(0, 1fr) 460px' : '1fr'}
    >
      <div>
        {fields.length > 0 && (
          <Columns of={end.length > 0 ? `1fr ${END_WIDTH}px` : '1fr'} gap="hair">
            <BoardPicture
              wood={model.species}
              texture={model.preparation.texture}
              seed={model.seed}
              fields={shown}
              live={live}
              target={model.target}
              light={light}
              wet={wet}
              enlarge={enlarge}
              loupe={loupe}
              height={height}
              onField={onField}
            />
            {end.length > 0 && (
              <BoardPicture
                wood={model.species}
                section="end"
                seed={model.seed}
                fields={end}
                target={null}
                light={light}
                wet={wet}
                height={height}
              />
            )}
          </Columns>
        )}
        {standing && <Area padTop="hair">{standing}</Area>}
        {enlarge > 1 && (
          <Area padTop="hair">
            The finished colour is shown {enlarge === 3 ? 'three' : 'five'} times as far from the target as it is.
          </Area>
        )}
        {years > 0 && (
          <Area padTop="hair">
            In {years} years of daylight, as clears amber, dyes fade and woods yellow on the whole: a guess, half as
            much or twice is as likely. Figures and recipes are of the board as new.
          </Area>
        )}
      </div>
      {beside && fields.length > 0 && <BesideIt {...props} height={low ? 150 : 200} />}
    </Columns>
  );
}
