import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { onWish, Telemetry, telemetryOf } from "../live/telemetry";

const READY = "Ready to switch on";

/** A telemetry that is asked for two figures, and their layout. */
function wanting(...keys: string[]) {
  const telemetry = new Telemetry();
  for (const key of keys) telemetry.want(key, "each");
  return { telemetry, layout: telemetry.wanted.layout };
}

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
    const { telemetry, layout } = wanting("speed", "current");
    expect(telemetry.stale).toBe(true);
    telemetry.push(layout, 1000, [1, 2], READY);
    expect([telemetry.stale, telemetry.value("current"), telemetry.state]).toEqual([false, 2, READY]);
    vi.advanceTimersByTime(600);
    telemetry.push(layout, 1600, [3, 4], READY);
    vi.advanceTimersByTime(600);
    expect(telemetry.stale).toBe(false);
    vi.advanceTimersByTime(200);
    expect(telemetry.stale).toBe(true);
  });

  it("asks for what is shown, each look or at a glance, and a while after it has gone no more", () => {
    const telemetry = new Telemetry();
    expect(telemetry.wanted).toEqual({ layout: 0, figures: [], every: 250, charted: [] });
    const leave = [
      telemetry.want("speed", "glance"),
      telemetry.want("speed", "glance"),
      telemetry.want("current", "each"),
      telemetry.want("demand", "charted"),
    ];
    expect(telemetry.wanted).toEqual({
      layout: 1,
      figures: ["current", "speed", "demand"],
      every: 0,
      charted: ["demand"],
    });
    leave.slice(1).forEach((one) => one());
    expect(telemetry.wanted.layout).toBe(1);
    vi.advanceTimersByTime(3000);
    expect(telemetry.wanted).toEqual({ layout: 2, figures: ["speed"], every: 250, charted: [] });
  });

  it("takes no figures of another layout, only the state", () => {
    const { telemetry, layout } = wanting("speed");
    telemetry.push(layout - 1, 1000, [7, 8], "Switched on");
    expect([telemetry.value("speed"), telemetry.state]).toEqual([undefined, "Switched on"]);
  });

  it("tells its listeners of each sample and of growing stale, until they leave", () => {
    const { telemetry, layout } = wanting("speed");
    const heard = vi.fn();
    const leave = telemetry.subscribe(heard);
    telemetry.push(layout, 1, [1], "x");
    vi.advanceTimersByTime(1000);
    expect(heard).toHaveBeenCalledTimes(2);
    leave();
    telemetry.push(layout, 2, [2], "x");
    expect(heard).toHaveBeenCalledTimes(2);
  });

  it("keeps the last samples and no more, oldest first, with gaps where a figure did not come", () => {
    const { telemetry, layout } = wanting("speed", "torque");
    for (let n = 1; n <= 1600; n += 1) telemetry.push(layout, n, [n, n % 2 ? 0.5 : null], "x");
    const { at, columns } = telemetry.recent(1e6, ["speed", "torque", "unknown"]);
    expect([at.length, columns[0]?.[0], columns[0]?.at(-1)]).toEqual([1500, 101, 1600]);
    expect([columns[1]?.slice(-3), columns[2]?.at(-1)]).toEqual([[null, 0.5, null], null]);
  });

  it("begins with what came before anybody looked, and takes no sample twice", () => {
    const { telemetry, layout } = wanting("speed");
    telemetry.push(layout, 5000, [50], "x");
    telemetry.recall({ at: [4000, 4500, 5000], keys: ["speed"], columns: [[40, 45, 50]] });
    telemetry.push(layout, 5000, [50], "x");
    telemetry.push(layout, 5500, [55], "x");
    expect(telemetry.recent(60_000, ["speed"])).toEqual({ at: [-1500, -1000, -500, 0], columns: [[40, 45, 50, 55]] });
  });

  it("is one for each drive, and says when it wants something else", () => {
    const wished = vi.fn();
    onWish(wished);
    expect(telemetryOf(7)).toBe(telemetryOf(7));
    expect(telemetryOf(7)).not.toBe(telemetryOf(8));
    telemetryOf(7).want("speed", "each");
    telemetryOf(7).want("speed", "each");
    expect(wished).toHaveBeenCalledTimes(1);
  });
});
