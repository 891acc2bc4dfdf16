import { expect, it } from "vitest";
import { PATIENCE, Pulse } from "../live/pulse";

it("does not beat before the page's first word", () => {
  expect(new Pulse().beats(0)).toBe(false);
});

it("outlives a page that draws for a moment, and not one that hangs", () => {
  const pulse = new Pulse();
  pulse.hear(1000);
  expect(pulse.beats(1000 + PATIENCE)).toBe(true);
  expect(pulse.beats(1001 + PATIENCE)).toBe(false);
  pulse.hear(3000);
  expect(pulse.beats(3080)).toBe(true);
});

it("rests at once when the page is hidden", () => {
  const pulse = new Pulse();
  pulse.hear(1000);
  pulse.rest();
  expect(pulse.beats(1001)).toBe(false);
});
