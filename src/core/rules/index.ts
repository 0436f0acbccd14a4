import { AT_HAND } from './at-hand.ts';
import { COLOUR } from './colour.ts';
import { COMING } from './coming.ts';
import { DRYING } from './drying.ts';
import { EVENNESS } from './evenness.ts';
import { FILM } from './film.ts';
import { FINISH } from './finish.ts';
import { HOLDING } from './holding.ts';
import { ORDER } from './order.ts';
import { POT } from './pot.ts';
import { PREPARATION } from './preparation.ts';
import { type Change, type Finding, findingsOf, harder, type Remedy, type Rule, remedied } from './rule.ts';
import { SEAL } from './seal.ts';
import type { RuleInput } from './view.ts';
import { WAKING } from './waking.ts';
import { WET_EDGE } from './wet-edge.ts';

/** All rules, family by family. */
export const RULES: readonly Rule[] = [
  ...PREPARATION,
  ...WAKING,
  ...HOLDING,
  ...ORDER,
  ...SEAL,
  ...COLOUR,
  ...DRYING,
  ...FILM,
  ...POT,
  ...FINISH,
  ...WET_EDGE,
  ...EVENNESS,
  ...AT_HAND,
  ...COMING,
];

/** What a stack breaks of all rules, the worst first. Rules never block: the finisher decides. */
export const findings = (input: RuleInput): Finding[] => findingsOf(input, RULES);

/** So many further remedies a remedy may ask for. */
const FURTHER = 4;

/**
 * The remedy of a finding with all that it asks for itself: a clear put over a dye wants the dye dry. Null where there is
 * none that takes the finding away and brings nothing harder.
 * @param before what the stack breaks, where that is known already
 */
export function remedyFor(
  input: RuleInput,
  finding: Finding,
  before: readonly Finding[] = findings(input),
): Remedy | null {
  if (!finding.remedy) return null;
  const count = (list: readonly Finding[], id: string) => list.filter((f) => f.id === id).length;
  const { solve, stack } = finding.remedy.change;
  const toSolve = solve === undefined ? undefined : stack?.[solve];
  const labels = [finding.remedy.label];
  let now = remedied(input, finding.remedy);
  for (let further = 0; further <= FURTHER; further++) {
    const after = findings(now);
    if (count(after, finding.id) >= count(before, finding.id)) return null;
    const worse = after.filter((f) => harder(f.severity, finding.severity) && count(after, f.id) > count(before, f.id));
    if (worse.length === 0) {
      if (after.some((f) => count(after, f.id) > count(before, f.id) && takesBack(now, f, finding, before)))
        return null;
      const change: Change = {
        ...(now.stack === input.stack ? {} : { stack: now.stack }),
        ...(now.preparation === input.preparation ? {} : { preparation: now.preparation }),
        ...(toSolve ? { solve: now.stack.indexOf(toSolve) } : {}),
      };
      return { label: labels.join('; '), change };
    }
    const next = worse.find((f) => f.remedy)?.remedy;
    if (!next) return null;
    labels.push(next.label.charAt(0).toLowerCase() + next.label.slice(1));
    now = remedied(now, next);
  }
  return null;
}

/** Whether the remedy of what a remedy raised brings back what that was for: they would chase each other. */
function takesBack(input: RuleInput, raised: Finding, mended: Finding, before: readonly Finding[]): boolean {
  if (!raised.remedy) return false;
  const again = findings(remedied(input, raised.remedy)).filter((f) => f.id === mended.id).length;
  return again >= before.filter((f) => f.id === mended.id).length;
}

export {
  type Finding,
  harder,
  type Remedy,
  type Rule,
  remedied,
  type Severity,
} from './rule.ts';
export { chosen, SCHOOLS, type SchoolId, type SchoolOption, type Schools } from './schools.ts';
export { ALL_TOOLS } from './tools.ts';
export type { RuleFacts, RuleInput } from './view.ts';
export { wetEdgeArea } from './wet-edge.ts';
