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
export const notFound = (what: string) => new Refusal(404, `There is no such ${what}. It may have been removed.`);
