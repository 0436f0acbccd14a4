/** Refusal of an input: which field, and a sentence for the finisher. */
export class FieldError extends Error {
  readonly field: string;
  constructor(field: string, message: string) {
    super(message);
    this.name = 'FieldError';
    this.field = field;
  }
}
