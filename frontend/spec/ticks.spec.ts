import { describe, expect, it } from "vitest";
import { ticks } from "../parts/ticks";

describe("ticks", () => {
  it("are round figures within the span", () => {
    expect(ticks(0, 3000, 6)).toEqual([0, 500, 1000, 1500, 2000, 2500, 3000]);
    expect(ticks(312, 402, 5)).toEqual([320, 340, 360, 380, 400]);
    expect(ticks(0, 0.3, 5)).toEqual([0, 0.1, 0.2, 0.3]);
  });

  it("hold where there is no span", () => {
    expect(ticks(5, 5, 5)).toEqual([5]);
    expect(ticks(0, Number.NaN, 5)).toEqual([0]);
  });
});
