/** A step board as it is cut: long enough for its steps to be seen at arm's length, mm. Common practice. */
export const CUT = { length: 300, width: 90 } as const;

/**
 * Where each step of a board begins, mm from its raw end: the raw wood first, then what each layer leaves in sight when every coat
 * stops short of the one before.
 * @param layers how many go on
 */
export const stepLines = (layers: number, length: number = CUT.length): number[] =>
  Array.from({ length: layers + 1 }, (_, n) => Math.round((length * n) / (layers + 1)));
