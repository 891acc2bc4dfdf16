/** A typed figure one step of its last digit up or down; the unit that was typed stays. Undefined where there is no figure. */
export function stepped(text: string, direction: 1 | -1): string | undefined {
  const match = /^\s*(-?\d+)(?:([.,])(\d+))?(.*)$/.exec(text);
  if (!match) return undefined;
  const [, whole = "0", mark = "", fraction = "", rest = ""] = match;
  const scaled = Number(whole + fraction) + direction;
  const digits = String(Math.abs(scaled)).padStart(fraction.length + 1, "0");
  const sign = scaled < 0 ? "-" : "";
  if (fraction.length === 0) return sign + digits + rest;
  return `${sign}${digits.slice(0, -fraction.length)}${mark}${digits.slice(-fraction.length)}${rest}`;
}
