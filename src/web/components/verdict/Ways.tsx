import { Button, LinearProgress } from '@mui/material';
import type { ReactNode } from 'react';
import { Link as RouterLink } from 'react-router';
import type { VerdictStep } from '../../../core/judge/next-step.ts';
import type { Repeating } from '../../../core/match/repeat.ts';
import { costPerLitre } from '../../../core/mix/quantity.ts';
import { durationOf } from '../../../core/time/coats.ts';
import { boardCode } from '../../../record/board/codes.ts';
import { boardName } from '../../../record/board/plank.ts';
import { layersOn } from '../../../record/board/stages.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { SeenStanding } from '../../../record/job/by-sight.ts';
import type { Board, Recipe } from '../../../shared/board.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useDrying } from '../../hooks/rules.ts';
import type { NextRecipe, WayOnFound } from '../../hooks/verdict.ts';
import { BatchCorrectionPanel } from '../boards/BatchCorrection.tsx';
import { FromHere } from '../boards/FromHere.tsx';
import { JudgeBoard } from '../boards/JudgeBoard.tsx';
import { WayBackPanel } from '../boards/WayBack.tsx';
import { Area, Pile, PlainLink, Row } from '../layout.tsx';
import { hoursText } from '../numbers.ts';
import { ByPicture } from '../pictures/ByPicture.tsx';
import { Approvals } from './Approvals.tsx';
import { FoldedWay } from './FoldedWay.tsx';
import { LookPanel } from './LookPanel.tsx';
import { NextBoard } from './NextBoard.tsx';
import { TonesNotRead } from './Tones.tsx';
import { WoodVaries } from './WoodVaries.tsx';

interface Props {
  bench: OpenBench;
  model: BoardModel;
  recipe: Recipe;
  step: VerdictStep;
  read: boolean;
  fromHere: WayOnFound;
  next: NextRecipe;
  again: Repeating | null;
  seen: SeenStanding | null;
}

interface OneWay {
  /** The step that it is, where it can be the one to take now. */
  step?: VerdictStep;
  title: string;
  cost?: string;
  panel: (main: boolean) => ReactNode;
}

const chanceText = (chance: number): string => `${Math.round(100 * chance)} in 100`;

/** The one thing to do now with a board, and the other ways folded under it, each with what it takes. */
export function Ways(props: Props) {
  const { step } = props;
  const ways = useWays(props);
  const now = ways.find((way) => way.step === step);
  return (
    <Pile as="section" aria-label="What to do" gap="near" top>
      {now && (
        <>
          <Row gap="near" align="baseline" wrap>
            <span className="soft">Now</span>
            <h2>{now.title}</h2>
            <span className="soft">{now.cost}</span>
          </Row>
          {now.panel(true)}
        </>
      )}
      <Area padTop="close">
        {ways
          .filter((way) => way !== now)
          .map(({ title, cost, panel }) => (
            <FoldedWay key={title} title={title} cost={cost}>
              {panel(false)}
            </FoldedWay>
          ))}
      </Area>
    </Pile>
  );
}

/** Every way there is with a board, the likelier ones first. */
function useWays({ bench, model, recipe, step, read, fromHere, next, again, seen }: Props): OneWay[] {
  const drying = useDrying(bench);
  const { board, target } = model;
  const whole = durationOf(next.answer?.stack ?? recipe.stack, drying);
  const money = costPerLitre(next.answer?.stack ?? recipe.stack, bench.materials) * recipe.litres;
  const onTop = fromHere.road?.stack.slice(recipe.stack.length) ?? [];
  const here = durationOf(onTop, drying);
  const ways: (OneWay | null)[] = [
    {
      step: step === 'done' ? 'done' : 'approve',
      title: step === 'done' ? 'Approved' : 'Approve it',
      cost: 'as it is, nothing more to make',
      panel: (main) => <Approvals bench={bench} model={model} main={main && step !== 'done'} />,
    },
    step === 'looking'
      ? {
          step,
          title: 'Looking for the best way on',
          panel: () => <LinearProgress aria-label="Looking for the best way on" />,
        }
      : null,
    step === 'read again' ? { step, title: 'Read it again', panel: () => <MixedUp model={model} /> } : null,
    step === 'read its tones' ? { step, title: 'Read its tones', panel: () => <TonesNotRead model={model} /> } : null,
    step === 'stop' && again?.scatter
      ? {
          step,
          title: 'Stop: this wood varies more than the tolerance',
          panel: () => <WoodVaries bench={bench} model={model} scatter={again.scatter ?? 0} />,
        }
      : null,
    read || step === 'look'
      ? {
          step: 'look',
          title: 'One look more',
          cost: 'two minutes',
          panel: () =>
            read ? (
              <Pile gap="near" top>
                <LookPanel key={`look/${board.id}`} bench={bench} model={model} />
                <ByPicture board={model.code} />
              </Pile>
            ) : (
              <LookAt model={model} at={seen?.lookAt ?? board} />
            ),
        }
      : null,
    fromHere.answer || fromHere.looking || fromHere.error
      ? {
          step: 'from here',
          title: 'This board, from here',
          cost: fromHere.road
            ? `no board, ${hoursText(here.wait.usual)}; ${chanceText(fromHere.road.chance)}`
            : fromHere.looking
              ? 'looking'
              : 'nothing helps',
          panel: (main) => <FromHere bench={bench} model={model} recipe={recipe} way={fromHere} main={main} />,
        }
      : null,
    target
      ? {
          step: 'next board',
          title: 'The next board',
          cost: [
            `1 board, ${hoursText(whole.wait.usual)}`,
            money >= 0.01 && `${money.toFixed(2)} of colour`,
            next.answer && chanceText(next.answer.promise.chance),
          ]
            .filter(Boolean)
            .join('; '),
          panel: (main) => <NextBoard bench={bench} model={model} recipe={recipe} next={next} main={main} />,
        }
      : null,
    target
      ? {
          step: 'other colours',
          title: 'Other colours',
          cost: 'a new search, 1 board',
          panel: (main) => <OtherColours model={model} next={next} main={main} />,
        }
      : null,
    read && step !== 'approve' && step !== 'done' && step !== 'read again'
      ? {
          title: 'Correct the batch',
          cost: 'the same pot, 1 board',
          panel: () => <BatchCorrectionPanel bench={bench} model={model} recipe={recipe} />,
        }
      : null,
    {
      title: 'Let the customer choose',
      cost: 'a bracket, without figures',
      panel: () => <AskCustomer model={model} />,
    },
    {
      title: 'Take it back',
      cost: 'while it is open',
      panel: () => <WayBackPanel bench={bench} model={model} stage={layersOn(board)} />,
    },
    // Where nothing was read it stands beside what was seen: there it is how a board ends.
    board.judged || !read
      ? null
      : {
          title: 'Accept or reject it in words',
          cost: 'whatever its figures are',
          panel: () => <JudgeBoard model={model} main={false} />,
        },
  ];
  return ways.filter((way) => way !== null);
}

/** Where boards are looked at the looks are said beside: here stands which board to hold up. */
const LookAt = ({ model: { board, wood }, at }: { model: BoardModel; at: Board }) =>
  at.id === board.id ? (
    <p>Hold it up once more, and say at the left what you see: that tells more than another board.</p>
  ) : (
    <p>
      A look at <PlainLink to={`?board=${boardCode(wood.code, at.number)}`}>{boardName(at).toLowerCase()}</PlainLink>{' '}
      tells most.
    </p>
  );

/** A reading that belongs elsewhere: nothing is learned from it, and nothing corrected by it. */
const MixedUp = ({ model }: { model: BoardModel }) => (
  <Pile as="section" aria-label="Read it again" gap="close">
    <p>Its reading does not fit its recipe: a wrong label, pot or board is likelier than such a coat.</p>
    <div>
      <Button variant="contained" color="primary" component={RouterLink} to={`../boards?board=${model.code}`}>
        Check its label, read it again
      </Button>
    </div>
  </Pile>
);

/** The boards as the customer sees them. */
const AskCustomer = ({ model }: { model: BoardModel }) => (
  <Pile as="section" aria-label="Let the customer choose" gap="close">
    <p>
      Lighter, on and darker beside each other, or any boards of the job: on this screen, on paper, or on their
      telephone.
    </p>
    <div className="choices">
      <Button component={RouterLink} to="../bracket">
        To the brackets
      </Button>
      <Button component={RouterLink} to={`../boards?board=${model.code}`}>
        Plan lighter, on and darker
      </Button>
    </div>
  </Pile>
);

/** Colours that were tried often enough are left for others. */
const OtherColours = ({ model, next, main }: { model: BoardModel; next: NextRecipe; main: boolean }) => (
  <Pile as="section" aria-label="Other colours" gap="close">
    {next.triedEnough && <p>{next.tried} boards of these colours did not come to it: other colours may be nearer.</p>}
    <div>
      <Button
        {...(main ? { variant: 'contained', color: 'primary' } : {})}
        component={RouterLink}
        to={`../layers?wood=${model.wood.code}`}
      >
        Look for other colours
      </Button>
    </div>
  </Pile>
);
