/**
 * The item at an index that is known to be there.
 * @throws RangeError where it is not: whoever asked was wrong
 */
export function nth<T>(list: ArrayLike<T>, index: number): T {
  if (!(index in list)) throw new RangeError(`There is no item ${index} among ${list.length}.`);
  return list[index] as T;
}

/**
 * The entry of a key that is known to be there: a colour of a checked recipe among its materials.
 * @throws RangeError where it is not
 */
export function entry<T>(record: Readonly<Record<string, T>>, key: string): T {
  if (!Object.hasOwn(record, key)) throw new RangeError(`There is no entry “${key}”.`);
  return record[key] as T;
}
