import type { AlignedData } from "uplot";
import type { Drive } from "../../api/types";
import { telemetryOf } from "../../live/telemetry";

export const SERIES = ["speed.demand", "speed.actual", "motor.current"] as const;

/** The last seconds of demand, speed and current; time in seconds before now, zero at the right. */
export function stripData(drive: Drive, seconds: number): AlignedData {
  const { at, columns } = telemetryOf(drive.id).recent(seconds * 1000, SERIES);
  return [at.map((ms) => ms / 1000), ...columns] as AlignedData;
}

/** The same as comma-separated values with a head line. */
export function stripCsv(drive: Drive, data: AlignedData): string {
  const heads = SERIES.map((key) => drive.live_entries.find((entry) => entry.key === key)).map((entry) =>
    entry ? `${entry.name} (${entry.unit})` : "",
  );
  const rows = (data[0] as number[]).map((time, n) =>
    [time.toFixed(3), ...data.slice(1).map((column) => column?.[n] ?? "")].join(","),
  );
  return [["Time (s)", ...heads].join(","), ...rows].join("\n");
}
