import { describe, expect, it } from "vitest";
import { stepped } from "../parts/stepped";

describe("stepped", () => {
  it.each([
    ["3000", 1, "3001"],
    ["0.488", 1, "0.489"],
    ["0.499", 1, "0.500"],
    ["2,60 A", -1, "2,59 A"],
    ["0.0", -1, "-0.1"],
    ["-1", 1, "0"],
    ["9.9", 1, "10.0"],
    ["2400mA", -1, "2399mA"],
  ] as const)("takes %s by %d to %s, at its last digit and in its own notation", (text, direction, expected) => {
    expect(stepped(text, direction)).toBe(expected);
  });

  it("leaves alone what is no figure", () => {
    expect(stepped("", 1)).toBeUndefined();
    expect(stepped("abc", 1)).toBeUndefined();
  });
});
