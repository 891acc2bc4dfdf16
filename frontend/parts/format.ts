const THIN_SPACE = "\u2009";
const MINUS = "\u2212";

/** A figure with thin-space thousands and a true minus; a dash where there is none. */
export function figure(value: number | null | undefined, decimals: number | null = 0): string {
  if (value === null || value === undefined || !Number.isFinite(value)) return "–";
  const fixed = Math.abs(value).toFixed(decimals ?? 3);
  const [whole = "0", fraction] = fixed.split(".");
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, THIN_SPACE);
  const sign = value < 0 && Number(fixed) !== 0 ? MINUS : "";
  return sign + grouped + (fraction ? `.${fraction}` : "");
}

/** A figure with three or four digits, whatever its size. */
export function threeDigits(value: number | null | undefined): string {
  if (value === null || value === undefined || !Number.isFinite(value)) return "–";
  const size = Math.abs(value);
  if (size !== 0 && size < 1e-4)
    return `${figure(value * 10 ** -Math.floor(Math.log10(size)), 2)}e${MINUS}${-Math.floor(Math.log10(size))}`;
  return figure(value, size === 0 ? 0 : size >= 1000 ? 0 : Math.min(6, Math.max(0, 2 - Math.floor(Math.log10(size)))));
}

/** A figure to the place that counts beside others that lie so far apart. */
export function digitsOf(value: number | null | undefined, span: number): string {
  if (!(span > 0)) return threeDigits(value);
  return figure(value, Math.min(6, Math.max(0, 2 - Math.floor(Math.log10(span)))));
}

export function withUnit(value: number | null | undefined, unit: string, decimals: number | null = 0): string {
  return unit ? `${figure(value, decimals)} ${unit}` : figure(value, decimals);
}

const time = new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit", second: "2-digit" });
const day = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short" });

/** 24 h clock of an ISO time; with the day in front when that is not today. */
export function clock(iso: string): string {
  const date = new Date(iso);
  const today = new Date().toDateString() === date.toDateString();
  return today ? time.format(date) : `${day.format(date)} ${time.format(date)}`;
}
