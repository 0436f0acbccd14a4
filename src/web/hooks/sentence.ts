/** What went wrong, in a sentence. */
export const sentenceOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
