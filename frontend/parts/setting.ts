import type { Homing } from "../api/types";

/** A value of a drive as a page sets it: one of its choices, or a figure. */
export type Setting = Homing["settings"][number];

/** What rests on settings. */
export const REFRESH = ["terminals", "homing", "tray", "values", "drive", "tests"];

/** With the draft. */
export const valueOf = ({ draft, live }: Pick<Setting, "draft" | "live">) => draft ?? live;
