import { describe, expect, it, vi } from "vitest";
import type { Trace } from "../api/types";
import { panesOf, reachOf, type Shown, tableOf } from "../recorder/panes";
import { placeOf, readSamples, sampleAt } from "../recorder/samples";
import { spoken, summary, turnedTo } from "../recorder/setup";
import { TimeWindow } from "../recorder/window";

const signal = (key: string, unit: string, bits: Record<string, string> = {}) => ({ key, name: key, unit, bits });

function shown(id: number, signals: Trace["signals"], columns: number[][], shift = 0, drive = 1): Shown {
  const trace = { id, drive_id: drive, drive_name: `Drive ${drive}`, signals } as Trace;
  const at = Float64Array.from(columns[0] ?? [], (_, n) => n / 10);
  const samples = { at, columns: new Map(signals.map(({ key }, n) => [key, Float64Array.from(columns[n] ?? [])])) };
  return { trace, samples, shift };
}

describe("samples", () => {
  it("are a column of times and one a signal", () => {
    const bytes = Float64Array.of(0, 1, 10, 20, 30, 40).buffer;
    const { at, columns } = readSamples(bytes, ["a", "b"]);
    expect([...at]).toEqual([0, 1]);
    expect([...(columns.get("b") ?? [])]).toEqual([30, 40]);
    expect(() => readSamples(bytes, ["a", "b", "c"])).toThrow(/no 4 columns/);
  });

  it("are found by their time, and not beyond what was recorded", () => {
    const at = [0, 0.1, 0.2, 0.3];
    expect([placeOf(at, -1), placeOf(at, 0.1), placeOf(at, 0.15), placeOf(at, 9)]).toEqual([0, 1, 2, 4]);
    expect(sampleAt(at, [5, 6, 7, 8], 0.16)).toBe(7);
    expect(sampleAt(at, [5, 6, 7, 8], 0.32)).toBe(8);
    expect(sampleAt(at, [5, 6, 7, 8], 0.6)).toBeUndefined();
    expect(sampleAt([], [], 0)).toBeUndefined();
  });
});

describe("panes", () => {
  const signals = [signal("speed", "rpm"), signal("demand", "rpm"), signal("error", "rpm"), signal("current", "A")];
  const columns = [
    [0, 100, 200],
    [0, 110, 200],
    [0, 3, -4],
    [1, 2, 1],
  ];

  it("hold what has one unit; what is small beside it has a pane of its own", () => {
    const { panes, lanes } = panesOf([shown(1, signals, columns)], new Set());
    expect(panes.map(({ id, curves }) => [id, curves.map(({ key }) => key)])).toEqual([
      ["rpm", ["speed", "demand"]],
      ["rpm, small", ["error"]],
      ["A", ["current"]],
    ]);
    expect(lanes).toEqual([]);
    expect(panesOf([shown(1, signals, columns)], new Set(["speed", "demand"])).panes.map(({ id }) => id)).toEqual([
      "rpm",
      "A",
    ]);
  });

  it("give a signal one colour in all traces, and each trace a dash", () => {
    const [pane] = panesOf([shown(1, signals, columns), shown(2, signals, columns)], new Set()).panes;
    expect(pane?.curves.map(({ trace, key, colour, dash }) => [trace, key, colour, dash])).toEqual([
      [1, "speed", 0, 0],
      [1, "demand", 1, 0],
      [2, "speed", 0, 1],
      [2, "demand", 1, 1],
    ]);
  });

  it("name the drive where there are several", () => {
    const { panes } = panesOf([shown(1, signals, columns), shown(2, signals, columns, 0, 2)], new Set());
    expect(panes[0]?.curves.map(({ label }) => label)).toContain("Drive 2: speed");
  });

  it("make lanes of the bits that change, else of those that are set", () => {
    const word = [signal("status", "", { 0: "Ready", 1: "On", 3: "Fault" })];
    const lanesOf = (words: number[]) => panesOf([shown(1, word, [words])], new Set()).lanes.map(({ label }) => label);
    expect(lanesOf([0b0001, 0b0011, 0b1001])).toEqual(["On", "Fault"]);
    expect(lanesOf([0b0001, 0b0001, 0b0001])).toEqual(["Ready"]);
    expect(lanesOf([0, 0, 0])).toEqual(["Ready"]);
  });

  it("put curves of other times between the rest, and reach over all", () => {
    const one = shown(1, [signal("a", "V")], [[1, 2, 3]]);
    const other = shown(2, [signal("a", "V")], [[7, 8, 9]], 0.05);
    const [pane] = panesOf([one, other], new Set()).panes;
    const table = tableOf(pane?.curves ?? []);
    expect(table[0]).toHaveLength(6);
    expect(tableOf(pane?.curves.slice(0, 1) ?? [])[0]).toBe(one.samples.at);
    expect(reachOf([one, other])).toEqual([0, 0.25]);
  });
});

describe("the setup", () => {
  it("is said as a person would", () => {
    expect([spoken(62.5e-6), spoken(0.001), spoken(4.096)]).toEqual(["62.5 µs", "1.00 ms", "4.10 s"]);
    const setup = { signals: ["a"], divider: 16, length: 4096, pre: 20, triggers: [] };
    expect(summary(setup, 16_000)).toBe("1 signal, every 1.00 ms for 4.10 s, 20 % of it before the trigger");
  });

  it("keeps of a trigger what fits its new kind", () => {
    const signals = [signal("speed", "rpm"), signal("status", "", { 2: "Enabled" })];
    const rises = turnedTo(undefined, "rises", signals);
    expect(rises).toEqual({ kind: "rises", signal: "speed", level: 0, bit: null });
    expect(turnedTo({ ...rises, level: 40 }, "falls", signals)).toMatchObject({
      kind: "falls",
      signal: "speed",
      level: 40,
    });
    expect(turnedTo(rises, "bit_set", signals)).toEqual({ kind: "bit_set", signal: "status", level: null, bit: 2 });
    expect(turnedTo(rises, "fault", signals)).toEqual({ kind: "fault", signal: null, level: null, bit: null });
  });
});

describe("the window", () => {
  it("zooms about a time that stays, pans within its reach, and tells once a frame", () => {
    const frames: FrameRequestCallback[] = [];
    vi.stubGlobal("requestAnimationFrame", (frame: FrameRequestCallback) => frames.push(frame));
    const window = new TimeWindow();
    const drawn = vi.fn();
    window.onDraw(drawn);
    window.reach(0, 10);
    window.zoom(0.5, 2);
    expect(window.view).toEqual({ from: 1, to: 6 });
    window.pan(-3);
    expect(window.view).toEqual({ from: 0, to: 5 });
    window.pan(99);
    expect(window.view).toEqual({ from: 5, to: 10 });
    window.reach(0, 10);
    expect(window.view).toEqual({ from: 5, to: 10 });
    window.whole();
    window.zoom(2, 5);
    expect(window.view).toEqual({ from: 0, to: 10 });
    expect(frames).toHaveLength(1);
    for (const frame of frames) frame(0);
    expect(drawn).toHaveBeenCalledTimes(1);
    window.set("a", 3);
    expect(window.cursors).toEqual({ a: 3, b: null });
    vi.unstubAllGlobals();
  });
});
