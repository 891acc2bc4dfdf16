import { describe, expect, it } from "vitest";
import { figure, withUnit } from "../parts/format";

describe("figure", () => {
  it.each([
    [4910.24, 0, "4\u2009910"],
    [1234567.891, 1, "1\u2009234\u2009567.9"],
    [-12.5, 1, "\u221212.5"],
    [-0.0004, 2, "0.00"],
    [0, 0, "0"],
    [999.6, 0, "1\u2009000"],
  ])("shows %d with %d decimals as %s", (value, decimals, text) => {
    expect(figure(value, decimals)).toBe(text);
  });

  it("shows a dash where there is no figure", () => {
    expect([figure(null), figure(undefined), figure(Number.NaN), figure(Number.POSITIVE_INFINITY)]).toEqual([
      "–",
      "–",
      "–",
      "–",
    ]);
  });

  it("puts the unit behind, and leaves it out where there is none", () => {
    expect(withUnit(325.24, "V", 1)).toBe("325.2 V");
    expect(withUnit(5, "")).toBe("5");
  });
});
