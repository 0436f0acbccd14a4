/** The job's mark: target and best board so far as two touching halves. */
export function Halves({ target, best }: { target: string | null; best: string | null }) {
  const half = { width: 44, height: 48 };
  const empty = { ...half, border: '1px dashed var(--edge)' };
  return (
    <div style={{ display: 'flex', padding: 8, background: 'var(--work)', width: 'fit-content' }} aria-hidden>
      <div style={target ? { ...half, background: target } : empty} />
      <div style={best ? { ...half, background: best } : empty} />
    </div>
  );
}
