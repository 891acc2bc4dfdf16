interface Bounds {
  decimals: number;
  minimum: number | null;
  maximum: number | null;
}

const SERIES = [1, 2, 5, 10];

/** The next figure of the series 1, 2, 5 of each decade, within what the value may be. Zero goes to the last digit it has, and back. */
export function oneStep(figure: number, direction: 1 | -1, { decimals, minimum, maximum }: Bounds): number {
  const least = 10 ** -decimals;
  const size = Math.abs(figure);
  const away = figure < 0 ? -direction : direction;
  const next = size < least ? (away > 0 ? least : figure === 0 ? -least : 0) : along(size, away, least);
  const signed = figure < 0 ? -next : next;
  return Math.min(Math.max(rounded(signed, decimals), minimum ?? -Infinity), maximum ?? Infinity);
}

function along(size: number, direction: number, least: number): number {
  const decade = 10 ** Math.floor(Math.log10(size) + 1e-9);
  const all = [decade / 10, decade, decade * 10].flatMap((ten) => SERIES.slice(0, 3).map((one) => one * ten));
  const apart = (other: number) => Math.abs(other / size - 1) > 1e-6;
  const found =
    direction > 0
      ? all.find((other) => other > size && apart(other))
      : all.findLast((other) => other < size && apart(other));
  return found === undefined || found < 0.999 * least ? 0 : found;
}

const rounded = (figure: number, decimals: number) => Number(figure.toFixed(decimals));
