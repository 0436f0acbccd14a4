import type { Finding, Severity } from '../../../core/rules/index.ts';
import { Text } from '../layout.tsx';

export const MARKS: Record<Severity, { mark: string; word: string }> = {
  fault: { mark: '✕', word: 'will fail' },
  warning: { mark: '!', word: 'will show' },
  note: { mark: '·', word: 'worth knowing' },
};

/** What the rules say of one place of the stack, in a line: the worst, and how much more. Quiet where there is nothing. */
export function RuleMark({
  found,
  at,
  short = false,
}: {
  found: readonly Finding[];
  at: number | 'wood';
  /** The mark alone: what it says stands where the layer is open. */
  short?: boolean;
}) {
  const open = found.filter((f) => f.at === at && !f.accepted);
  const [worst] = open;
  if (!worst) return null;
  const { mark, word } = MARKS[worst.severity];
  return (
    <Text as="div" strong={worst.severity !== 'note'}>
      <span role="img" aria-label={short ? `${word}: ${worst.title}` : word} title={worst.title}>
        {mark}
      </span>{' '}
      {!short && worst.title}
      {open.length > 1 && ` +${open.length - 1}`}
    </Text>
  );
}
