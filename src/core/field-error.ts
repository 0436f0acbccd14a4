/** Refusal of an input: which field, and a sentence for the finisher. */
export class FieldError extends Error {
  readonly field: string;
  constructor(field: string, message: string) {
    super(message);
    this.name = 'FieldError';
    this.field = field;
  }
}

/** What some work gives; null where it is refused with a sentence. Any other error is a fault, and goes on as one. */
export function unlessRefused<T>(work: () => T): T | null {
  try {
    return work();
  } catch (error) {
    if (error instanceof FieldError) return null;
    throw error;
  }
}
