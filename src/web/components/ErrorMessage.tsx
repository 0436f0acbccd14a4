export { sentenceOf } from '../hooks/sentence.ts';

/** A refusal: what is wrong, where, and what to do. Nothing when there is none. */
export function ErrorMessage({ error }: { error: string | null | undefined }) {
  return error ? (
    <div className="trouble" role="alert">
      {error}
    </div>
  ) : null;
}
