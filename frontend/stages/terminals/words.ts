import type { useLive } from "../../live/useLive";
import { withUnit } from "../../parts/format";
import type { TerminalStrip } from "../../api/types";

export type Terminal = TerminalStrip["terminals"][number];

/** Of the live figure of the inputs, at which the first of them stands. */
export const FIRST_INPUT_BIT = 18;
export const NONE = 0;
/** Left to the controller: as many as one likes may be. */
export const SHARED = [NONE, 1];

/** With the draft. */
export const functionOf = ({ draft, live }: Pick<Terminal, "draft" | "live">) => draft ?? live;

/** What a code of its function is called. */
export const choiceOf = (terminal: Terminal, wanted: number | undefined) =>
  terminal.choices.find(({ code }) => code === wanted)?.title;

export const titleOf = (terminal: Terminal) => choiceOf(terminal, functionOf(terminal)) ?? "–";

/** Source by analog input 1; that of the second follows. */
const ANALOG_SOURCE = 1;

/** What it does, or that the speed comes from it. */
export function roleOf(terminal: Terminal, sources: number[]) {
  if (terminal.kind !== "analog" || !sources.includes(ANALOG_SOURCE + terminal.number - 1)) return titleOf(terminal);
  return functionOf(terminal) === NONE ? "Speed" : `Speed, ${titleOf(terminal)}`;
}

/** Whether the contact itself is closed: one that counts as on when it is open is told the other way round. */
export function isClosed(terminal: Terminal, on: number | undefined) {
  const polarity = terminal.settings.find(({ key }) => key.endsWith("_polarity"));
  return Boolean(on) !== (polarity?.live === 1);
}

/** Others that have a function already. */
export const elsewhere = (terminals: Terminal[], terminal: Terminal, code: number) =>
  SHARED.includes(code)
    ? []
    : terminals.filter((one) => one.kind === terminal.kind && one.id !== terminal.id && functionOf(one) === code);

/** Whether a terminal answers to a word: its name, its function, what hangs on it. */
export function answers(terminal: Terminal, word: string) {
  const wanted = word.trim().toLowerCase();
  return [terminal.name, titleOf(terminal), terminal.wire ?? ""].some((text) => text.toLowerCase().includes(wanted));
}

/** A live figure with its unit. */
export const shown = (live: ReturnType<typeof useLive>) =>
  live?.value === undefined ? "–" : withUnit(live.value, live.entry.unit, live.entry.decimals ?? 0);
