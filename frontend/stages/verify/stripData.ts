import type { AlignedData } from "uplot";
import type { Drive } from "../../api/types";
import { telemetryOf } from "../../live/telemetry";

export const SERIES = ["speed.demand", "speed.actual", "motor.current"] as const;

/** The last seconds of demand, speed and current; time in seconds before now, zero at the right. */
export function stripData(drive: Drive, seconds: number): AlignedData {
  const { samples } = telemetryOf(drive.id);
  const now = performance.now();
  const from = samples.findIndex(({ at }) => now - at <= seconds * 1000);
  const shown = from < 0 ? [] : samples.slice(from);
  const places = SERIES.map((key) => drive.live_entries.findIndex((entry) => entry.key === key));
  return [shown.map(({ at }) => (at - now) / 1000), ...places.map((place) => shown.map(({ figures }) => figures[place] ?? null))] as AlignedData;
}

/** The same as comma-separated values with a head line. */
export function stripCsv(drive: Drive, data: AlignedData): string {
  const heads = SERIES.map((key) => drive.live_entries.find((entry) => entry.key === key)).map((entry) => (entry ? `${entry.name} (${entry.unit})` : ""));
  const rows = (data[0] as number[]).map((time, n) => [time.toFixed(3), ...data.slice(1).map((column) => column?.[n] ?? "")].join(","));
  return [["Time (s)", ...heads].join(","), ...rows].join("\n");
}
