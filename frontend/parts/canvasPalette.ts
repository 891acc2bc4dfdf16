import { useSyncExternalStore } from "react";
import { onModeChange } from "../app/colorMode";

/** The theme's colours as they are just now: a canvas knows no CSS variables. */
export interface Palette {
  traces: readonly string[];
  line: string;
  muted: string;
  ink: string;
  bay: string;
}

export const TRACES = ["trace1", "trace2", "trace3", "trace4", "trace5", "trace6"] as const;
const NAMES = [...TRACES, "line", "muted", "ink", "bay"];

/** As one text that is the same as long as they are. */
function text() {
  const style = getComputedStyle(document.documentElement);
  return NAMES.map((name) => style.getPropertyValue(`--chakra-colors-${name}`).trim()).join("|");
}

const read = (all: string): Palette => {
  const colours = all.split("|");
  const [line = "", muted = "", ink = "", bay = ""] = colours.slice(TRACES.length);
  return { traces: colours.slice(0, TRACES.length), line, muted, ink, bay };
};

let known: { text: string; palette: Palette } | undefined;

function current(): Palette {
  const now = text();
  if (known?.text !== now) known = { text: now, palette: read(now) };
  return known.palette;
}

/** Another object after each change of theme, and only then. */
export const usePalette = () => useSyncExternalStore(onModeChange, current);
