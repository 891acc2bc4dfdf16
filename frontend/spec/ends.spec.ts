import { describe, expect, it } from "vitest";
import { problemOf, roomOf } from "../stages/tests/ends";

describe("the ends of a travel", () => {
  const travel = { low: -1, high: 4, least: 0.3 };

  it("are so far from the motor as was typed, until they are put somewhere", () => {
    expect(roomOf({}, {}, 2, 1)).toEqual({ room: 2, behind: 0 });
    expect(roomOf({}, { room: 3, behind: 0.5 }, 2, 1)).toEqual({ room: 3, behind: 0.5 });
  });

  it("stay where they were put while the motor goes on", () => {
    const ends = { low: -0.5, high: 3 };
    expect(roomOf(ends, { room: 9 }, 2, 1)).toEqual({ room: 2, behind: 1.5 });
    expect(roomOf(ends, { room: 9 }, 2, 2.5)).toEqual({ room: 0.5, behind: 3 });
  });

  it("are refused beyond the limits, too near, or on the wrong side", () => {
    expect(problemOf({ room: 3, behind: 2 }, travel, 1, "turns")).toBeNull();
    expect(problemOf({ room: 3.5, behind: 2 }, travel, 1, "turns")).toMatch(/0.50 turns beyond/);
    expect(problemOf({ room: 3, behind: 2.25 }, travel, 1, "turns")).toMatch(/0.25 turns beyond/);
    expect(problemOf({ room: 0.1, behind: 0.1 }, travel, 1, "turns")).toMatch(/signals need 0.30/);
    expect(problemOf({ room: -0.5, behind: 3 }, travel, 1, "turns")).toMatch(/outside/);
  });
});
