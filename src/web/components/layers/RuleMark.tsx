import type { Finding, Severity } from '../../../core/rules/index.ts';

export const MARKS: Record<Severity, { mark: string; word: string }> = {
  fault: { mark: '✕', word: 'will fail' },
  warning: { mark: '!', word: 'will show' },
  note: { mark: '·', word: 'worth knowing' },
};

/** What the rules say of one place of the stack, in a line: the worst, and how much more. Quiet where there is nothing. */
export function RuleMark({ found, at }: { found: readonly Finding[]; at: number | 'wood' }) {
  const open = found.filter((f) => f.at === at && !f.accepted);
  const [worst] = open;
  if (!worst) return null;
  const { mark, word } = MARKS[worst.severity];
  return (
    <div style={{ fontWeight: worst.severity === 'note' ? 400 : 700 }}>
      <span role="img" aria-label={word}>
        {mark}
      </span>{' '}
      {worst.title}
      {open.length > 1 && ` +${open.length - 1}`}
    </div>
  );
}
