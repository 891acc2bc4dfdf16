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
