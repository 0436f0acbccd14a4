/** A request that cannot be met, with the status and the sentence for the finisher. */
export class Refusal extends Error {
  readonly status: number;
  readonly field?: string;
  constructor(status: number, message: string, field?: string) {
    super(message);
    this.status = status;
    this.field = field;
  }
}

/** An edit of something that changed meanwhile: nothing is written, and both texts stay. */
export class Conflict extends Refusal {
  readonly current: { version: number; value: unknown };
  constructor(what: string, current: { version: number; value: unknown }) {
    super(409, `${what} was changed meanwhile, by somebody else or in another window. Yours was not saved over it.`);
    this.current = current;
  }
}

export const notFound = (what: string) => new Refusal(404, `There is no such ${what}. It may have been removed.`);
