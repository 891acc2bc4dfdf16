import { describe, expect, it } from "vitest";
import { oneStep } from "../stages/tune/oneStep";

const gain = { decimals: 5, minimum: 0.00001, maximum: 100 };
const depth = { decimals: 1, minimum: 0, maximum: 100 };

describe("a step of a gain", () => {
  it("goes along 1, 2 and 5 of each decade, from wherever it stands", () => {
    expect([0.02, 0.0421, 0.05, 0.09, 9].map((figure) => oneStep(figure, 1, gain))).toEqual([0.05, 0.05, 0.1, 0.1, 10]);
    expect([0.02, 0.0421, 0.05, 0.1, 10].map((figure) => oneStep(figure, -1, gain))).toEqual([
      0.01, 0.02, 0.02, 0.05, 5,
    ]);
  });

  it("stays within what the value may be", () => {
    expect(oneStep(100, 1, gain)).toBe(100);
    expect(oneStep(0.00001, -1, gain)).toBe(0.00001);
    expect(oneStep(100, 1, depth)).toBe(100);
  });

  it("leaves zero by the last digit, and comes back to it", () => {
    expect(oneStep(0, 1, depth)).toBe(0.1);
    expect(oneStep(0.1, -1, depth)).toBe(0);
    expect(oneStep(0, -1, depth)).toBe(0);
    expect(oneStep(-5, 1, { decimals: 0, minimum: null, maximum: null })).toBe(-2);
  });
});
