import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Telemetry, telemetryOf } from "../live/telemetry";

describe("Telemetry", () => {
  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal("window", globalThis);
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it("is stale until the first sample, and again once none has come for a while", () => {
    const telemetry = new Telemetry();
    expect(telemetry.stale).toBe(true);
    telemetry.push([1, 2], "Ready to switch on");
    expect([telemetry.stale, telemetry.last?.figures, telemetry.last?.state]).toEqual([false, [1, 2], "Ready to switch on"]);
    vi.advanceTimersByTime(600);
    telemetry.push([3, 4], "Ready to switch on");
    vi.advanceTimersByTime(600);
    expect(telemetry.stale).toBe(false);
    vi.advanceTimersByTime(200);
    expect(telemetry.stale).toBe(true);
  });

  it("keeps no samples of another layout beside those of the present one", () => {
    const telemetry = new Telemetry();
    telemetry.push([1, 2], "x", "haflinger 1.0.0");
    telemetry.push([3, 4, 5], "x", "haflinger 1.1.0");
    telemetry.push([6, 7, 8], "x", "haflinger 1.1.0");
    expect(telemetry.samples.map(({ figures }) => figures.length)).toEqual([3, 3]);
  });

  it("tells its listeners of each sample and of growing stale, until they leave", () => {
    const telemetry = new Telemetry();
    const heard = vi.fn();
    const leave = telemetry.subscribe(heard);
    telemetry.push([1], "x");
    vi.advanceTimersByTime(1000);
    expect(heard).toHaveBeenCalledTimes(2);
    leave();
    telemetry.push([2], "x");
    expect(heard).toHaveBeenCalledTimes(2);
  });

  it("keeps the last samples and no more, oldest first", () => {
    const telemetry = new Telemetry();
    for (let n = 0; n < 1600; n += 1) telemetry.push([n], "x");
    expect(telemetry.samples).toHaveLength(1500);
    expect([telemetry.samples[0]?.figures[0], telemetry.last?.figures[0]]).toEqual([100, 1599]);
  });

  it("is one for each drive", () => {
    expect(telemetryOf(7)).toBe(telemetryOf(7));
    expect(telemetryOf(7)).not.toBe(telemetryOf(8));
  });
});
