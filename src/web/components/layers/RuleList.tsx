import { Button } from '@mui/material';
import {
  chosen,
  type Finding,
  type Remedy,
  SCHOOLS,
  type SchoolId,
  type SchoolOption,
  type Schools,
} from '../../../core/rules/index.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { type Mended, type Rules, useMended } from '../../hooks/rules.ts';
import { Pile, PlainLink, Row } from '../layout.tsx';
import { deltaText, hoursText } from '../numbers.ts';
import { MARKS } from './RuleMark.tsx';

interface Props {
  bench: OpenBench;
  model: BoardModel;
  rules: Rules | null;
  at: number | 'wood';
  /** In a line that opens at a tap: something else is in the hand. */
  folded?: boolean;
  onRemedy: (remedy: Remedy, finding: Finding) => void;
  /** The finisher has read it and leaves it, or looks at it again. */
  onAccept: (finding: Finding, accepted: boolean) => void;
}

/** What the house has chosen where finishers differ. */
function schoolText(schools: Schools, id: SchoolId): string {
  const { question, options } = SCHOOLS.find((x) => x.id === id) ?? SCHOOLS[0];
  const now = chosen(schools, id);
  const all: readonly SchoolOption[] = options;
  return `${question} ${all.find((o) => o.id === now)?.label.toLowerCase() ?? now}`;
}

/** What a remedy does to the colour and the hours, before the tap. */
function effectText({ remedy, effect }: Mended): string {
  if (!remedy) return '';
  const { moved, hours } = effect ?? { moved: null, hours: 0 };
  const colour =
    remedy.change.solve !== undefined
      ? 'the colour is found again'
      : moved
        ? moved.deltaE < 0.1
          ? 'colour as it is'
          : `ΔE00 ${deltaText(moved.deltaE)}, ${moved.words.join(', ')}`
        : '';
  const time = Math.abs(hours) < 0.05 ? '' : `${hoursText(Math.abs(hours))} ${hours > 0 ? 'longer' : 'sooner'}`;
  return [colour, time].filter(Boolean).join('; ');
}

/** What the rules say of a layer or of the wood: why, what would mend it, and what that does. They never block. */
export function RuleList({ bench, model, rules, at, folded = false, onRemedy, onAccept }: Props) {
  const all = useMended(bench, model, rules, at);
  if (all.length === 0) return null;
  const list = (
    <>
      {all.map((mended) => {
        const { finding, remedy } = mended;
        const { mark, word } = MARKS[finding.severity];
        return (
          <div key={finding.id} className="said" data-rule={finding.id}>
            <span role="img" aria-label={word} className="mono">
              {mark}
            </span>
            <div>
              <b>{finding.title}</b>
              {finding.accepted && <span className="soft"> left as it is</span>}
              <div>{finding.reason}</div>
              {finding.school && (
                <div className="soft">
                  The <PlainLink to="/house">house rule</PlainLink>:{' '}
                  {schoolText(rules?.input.schools ?? {}, finding.school)}.
                </div>
              )}
              {remedy && !finding.accepted && (
                <Row gap="near" wrap padTop="hair">
                  <Button size="small" onClick={() => onRemedy(remedy, finding)}>
                    {remedy.label}
                  </Button>
                  <span className="soft">{effectText(mended)}</span>
                </Row>
              )}
            </div>
            <Button size="small" onClick={() => onAccept(finding, !finding.accepted)} sx={{ alignSelf: 'start' }}>
              {finding.accepted ? 'Look again' : 'Leave it'}
            </Button>
          </div>
        );
      })}
    </>
  );
  return (
    <Pile as="section" aria-label="What the rules say" gap="close">
      {folded ? (
        <details className="fold">
          <summary>{foldedText(all.map((m) => m.finding))}</summary>
          {list}
        </details>
      ) : (
        list
      )}
    </Pile>
  );
}

/** What is still to be decided, in a line; what was left as it is comes last. */
const foldedText = (found: readonly Finding[]): string =>
  found
    .toSorted((p, q) => Number(p.accepted) - Number(q.accepted))
    .map(({ severity, title, accepted }) => (accepted ? `${title}: left as it is` : `${MARKS[severity].mark} ${title}`))
    .join(' · ');
