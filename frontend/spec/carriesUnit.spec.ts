import { describe, expect, it } from "vitest";
import { carriesUnit } from "../parts/carriesUnit";

describe("carriesUnit", () => {
  it("tells a figure with its unit from one without", () => {
    expect(
      ["0.5 kW", "2400mA", "1/2 in", "3 °", "5 %", "1e3 rpm", "1 200 µm"].filter((text) => !carriesUnit(text)),
    ).toEqual([]);
    expect(["0.5", "1 200", "1/2", "1e3", "-4,5", "1.2e-4", ""].filter(carriesUnit)).toEqual([]);
  });
});
