import { memo, useMemo } from 'react';
import { hasPores, ZONES, type Zone } from '../../../core/board/wood.ts';
import { deltaE00 } from '../../../core/colour/ciede2000.ts';
import { labOf } from '../../../core/colour/lab.ts';
import type { Light } from '../../../core/colour/lights.ts';
import { unlessRefused } from '../../../core/field-error.ts';
import { filmBudget } from '../../../core/finish/film-budget.ts';
import { type Finish, sheenText } from '../../../core/finish/finish.ts';
import { foreseenFinish } from '../../../core/finish/foreseen.ts';
import { differenceWords } from '../../../core/judge/words.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import { nth } from '../../../core/known.ts';
import { type Layer, type Stack, setting, traitsOf } from '../../../core/layers/layer.ts';
import { durationOf } from '../../../core/time/coats.ts';
import { type Bench, type BoardModel, promisedFinal, unforeseen } from '../../../record/job/bench.ts';
import { ruleFacts } from '../../../record/job/rules.ts';
import { useDrying } from '../../hooks/rules.ts';
import { Text } from '../layout.tsx';
import { hoursText } from '../numbers.ts';
import { useTold } from '../use-told.ts';

interface Props {
  bench: Bench;
  model: BoardModel;
  stack: Stack;
  light: Light;
}

/** The finished colour of a stack, or nothing where it is refused or not foreseen. */
const finalLab = ({ bench, model, stack, light }: Props, zone: Zone = 'face') =>
  unlessRefused(() => {
    const final = promisedFinal(bench, model, stack, { zone });
    return final && labOf(final, light);
  });

/** What one more coat of a layer would do to the finished colour, before it is made. */
export const GainOfCoat = memo(function GainOfCoat({ bench, model, stack, light, at }: Props & { at: number }) {
  const gain = useMemo(() => {
    // The figures follow the hand a little later: a layer that was just added may not be in them yet.
    const layer = stack[at];
    if (!layer) return null;
    const coats = KINDS[layer.kind].settings.find((s) => s.key === 'coats');
    const now = setting(layer, 'coats');
    if (!coats || now >= coats.max) return null;
    const more: Layer = { ...layer, settings: { ...layer.settings, coats: now + 1 } };
    const [before, after] = [stack, stack.map((l, i) => (i === at ? more : l))].map((s) =>
      finalLab({ bench, model, stack: s, light }),
    );
    return before && after ? { size: deltaE00(before, after), words: differenceWords(before, after) } : null;
  }, [bench, model, stack, light, at]);
  const { miss } = useTold();
  const layer = stack[at];
  return gain && layer ? (
    <span className="soft">
      One {traitsOf(layer).tones ? 'pass' : 'coat'} more: {miss(gain.size)}
      {gain.size > 0.3 && `, ${gain.words.join(', ')}`}
    </span>
  ) : null;
});

const ZONE_NAMES: Record<Zone, string> = { face: 'face', edge: 'edges', end: 'end grain', profile: 'profiles' };
/** Zones beside the face that matter: those of the parts that are made of this wood; edges and end grain before there are any. */
function zonesThatMatter({ job }: Bench, { wood }: BoardModel): Zone[] {
  const parts = job.parts.filter((p) => p.woodId === wood.id);
  if (parts.length === 0) return ['edge', 'end'];
  return ZONES.filter((zone) => zone !== 'face' && parts.some((p) => p.zones.includes(zone)));
}

/** Coats rubbed off that are worth telling. */
const WORTH_TELLING = 0.5;
/** How it will feel. */
const FEEL_WORDS: Readonly<Record<NonNullable<Finish['feel']>, string>> = {
  'bare wood': 'like bare wood',
  silky: 'silky',
  'smooth film': 'a smooth film',
  glassy: 'glassy',
};

/** Where the finished colour will differ without anyone's doing: edges, end grain, profiles; and how long it all takes. */
export const Foreseen = memo(function Foreseen(props: Props) {
  const { bench, model, stack, light } = props;
  const zones = useMemo(
    () =>
      (['face', ...zonesThatMatter(bench, model)] as const).map((zone) => ({
        zone,
        lab: finalLab({ bench, model, stack, light }, zone),
      })),
    [bench, model, stack, light],
  );
  const { wait, hands } = durationOf(stack, useDrying(bench));
  const face = zones[0]?.lab;
  const { miss } = useTold();
  const hidden = unforeseen(bench, model, stack);
  const film = filmBudget(stack);
  const finish = foreseenFinish(stack, ruleFacts(bench.shelf), hasPores(model.scaled));
  return (
    <Text as="div" size="small" className="soft">
      {hidden && (
        <div>
          {hidden.name} has no ladder yet: past it no colour is foreseen. It can be mixed and put on; the first boards
          read with it are its ladder.
        </div>
      )}
      {stack.length > 0 && (
        <details>
          <summary>
            {finish.sheen === undefined ? 'sheen by its label' : sheenText(finish.sheen)},{' '}
            <span>
              about {hoursText(wait.usual)}, {Math.round(hands)} min a m² by hand
            </span>
          </summary>
          <div>
            {finish.pores && `pores ${finish.pores}, `}feels {FEEL_WORDS[finish.feel ?? 'bare wood']}
          </div>
          {film.taken >= WORTH_TELLING && (
            <div>
              film of {film.laid} coats, about {Number(film.taken.toFixed(1))} of them rubbed off; edges lose twice that
            </div>
          )}
          {face &&
            zones.slice(1).map(
              ({ zone, lab }) =>
                lab && (
                  <div key={zone}>
                    {ZONE_NAMES[zone]} {miss(deltaE00(face, lab))}, {nth(differenceWords(face, lab), 0)}
                  </div>
                ),
            )}
        </details>
      )}
    </Text>
  );
});
