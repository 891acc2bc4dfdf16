/** The samples of a trace as columns. */
export interface Samples {
  /** s from the trigger */
  at: Float64Array;
  columns: ReadonlyMap<string, Float64Array>;
}

/** @param bytes doubles, little-endian: the column of times, then one a key @throws where something is missing */
export function readSamples(bytes: ArrayBuffer, keys: readonly string[]): Samples {
  const size = bytes.byteLength / Float64Array.BYTES_PER_ELEMENT / (keys.length + 1);
  if (!Number.isInteger(size))
    throw new Error(`${bytes.byteLength} bytes of samples are no ${keys.length + 1} columns of one length.`);
  const all = new Float64Array(bytes);
  const column = (place: number) => all.subarray(place * size, (place + 1) * size);
  return { at: column(0), columns: new Map(keys.map((key, place) => [key, column(place + 1)])) };
}

/** Place of the first time that is not before `time`. */
export function placeOf(at: ArrayLike<number>, time: number): number {
  let low = 0;
  let high = at.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((at[middle] ?? 0) < time) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The sample nearest to a time; nothing where the trace does not reach. */
export function sampleAt(at: ArrayLike<number>, column: ArrayLike<number>, time: number): number | undefined {
  if (at.length === 0) return undefined;
  const after = Math.min(placeOf(at, time), at.length - 1);
  const before = Math.max(after - 1, 0);
  const place = Math.abs((at[before] ?? 0) - time) <= Math.abs((at[after] ?? 0) - time) ? before : after;
  const step = at.length > 1 ? Math.abs((at[1] ?? 0) - (at[0] ?? 0)) : 0;
  return Math.abs((at[place] ?? 0) - time) <= step ? column[place] : undefined;
}
