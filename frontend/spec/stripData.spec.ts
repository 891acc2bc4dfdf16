import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Drive } from "../api/types";
import { telemetryOf } from "../live/telemetry";
import { stripCsv, stripData } from "../stages/verify/stripData";

const entry = (key: string, name: string, unit: string) => ({ key, name, unit, decimals: 1 });
const drive = {
  id: 501,
  live_entries: [
    entry("motor.current", "Motor current", "A"),
    entry("speed.actual", "Actual speed", "rpm"),
    entry("speed.demand", "Demanded speed", "rpm"),
  ],
} as Drive;

describe("the strip chart's data", () => {
  beforeEach(() => {
    vi.useFakeTimers({ toFake: ["performance", "setTimeout", "clearTimeout"] });
    vi.stubGlobal("window", globalThis);
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it("holds demand, speed and current of the last seconds, whatever the order of the live figures", () => {
    const telemetry = telemetryOf(drive.id);
    for (const key of ["motor.current", "speed.actual", "speed.demand"]) telemetry.want(key, "charted");
    const { layout } = telemetry.wanted;
    telemetry.push(layout, 1000, [0.1, 10, 11], "x");
    vi.advanceTimersByTime(8000);
    telemetry.push(layout, 9000, [0.2, 20, 22], "x");
    vi.advanceTimersByTime(1000);
    telemetry.push(layout, 10_000, [0.3, 30, 33], "x");
    expect(stripData(drive, 5)).toEqual([
      [-1, 0],
      [22, 33],
      [20, 30],
      [0.2, 0.3],
    ]);
    expect(stripData(drive, 60)[0]).toEqual([-9, -1, 0]);
  });

  it("goes out as comma-separated values with names and units", () => {
    expect(stripCsv(drive, stripData(drive, 5)).split("\n").slice(0, 2)).toEqual([
      "Time (s),Demanded speed (rpm),Actual speed (rpm),Motor current (A)",
      expect.stringMatching(/^-?\d+\.\d{3},/),
    ]);
  });

  it("is empty for a drive that has not sent anything", () => {
    expect(stripData({ ...drive, id: 502 }, 5)).toEqual([[], [], [], []]);
  });
});
