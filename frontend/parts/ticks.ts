/** Round figures from low to high, about as many as asked for. */
export function ticks(low: number, high: number, about: number): number[] {
  const span = high - low;
  if (!(span > 0) || !Number.isFinite(span)) return [low];
  const power = 10 ** Math.floor(Math.log10(span / about));
  const step = ([1, 2, 5, 10].find((factor) => span / (factor * power) <= about) ?? 10) * power;
  const first = Math.ceil(low / step - 1e-9);
  const last = Math.floor(high / step + 1e-9);
  return Array.from({ length: last - first + 1 }, (_, index) => Number(((first + index) * step).toPrecision(6)));
}
