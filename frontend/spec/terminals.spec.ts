import { describe, expect, it } from "vitest";
import type { Setting } from "../parts/setting";
import { answers, elsewhere, isClosed, roleOf, type Terminal } from "../stages/terminals/words";

const CHOICES = [
  { code: 0, title: "None" },
  { code: 1, title: "Left to the controller" },
  { code: 3, title: "Start backward" },
];

const setting = (key: string, live: number): Setting => ({
  key,
  name: key,
  help: "",
  unit: "",
  choices: [],
  live,
  draft: null,
});

const terminal = (number: number, live: number, rest: Partial<Terminal> = {}): Terminal => ({
  id: `input_${number}`,
  name: `D${number}`,
  kind: "input",
  number,
  key: `terminals.input_${number}_function`,
  live,
  draft: null,
  wire: null,
  hazards: [],
  access: { name: "", index: 0x60fd, subindex: 0, register: 0, line: "", bit: null, mask: null },
  choices: CHOICES,
  settings: [],
  findings: [],
  ...rest,
});

describe("terminals", () => {
  it("are found by name, function and wire", () => {
    const one = terminal(2, 3, { wire: "photo eye 2" });
    expect(["", "d2", "BACK", "eye "].map((word) => answers(one, word))).toEqual([true, true, true, true]);
    expect(answers(one, "forward")).toBe(false);
  });

  it("say who has a function already, with the draft, and share what may be shared", () => {
    const all = [terminal(1, 3), terminal(2, 0, { draft: 3 }), terminal(3, 3, { draft: 0 }), terminal(4, 1)];
    const here = terminal(5, 0);
    expect(elsewhere(all, here, 3).map(({ name }) => name)).toEqual(["D1", "D2"]);
    expect(elsewhere(all, here, 1)).toEqual([]);
    expect(elsewhere(all, terminal(1, 3), 3).map(({ name }) => name)).toEqual(["D2"]);
  });

  it("tell a contact from what it counts as", () => {
    const opening = terminal(1, 3, { settings: [setting("terminals.input_1_polarity", 1)] });
    expect([isClosed(opening, 1), isClosed(opening, 0)]).toEqual([false, true]);
    expect([isClosed(terminal(1, 3), 1), isClosed(terminal(1, 3), 0)]).toEqual([true, false]);
  });

  it("say where the speed comes from", () => {
    const analog = terminal(2, 0, { kind: "analog", name: "A2" });
    expect(roleOf(analog, [2])).toBe("Speed");
    expect(roleOf(analog, [1])).toBe("None");
    expect(roleOf({ ...analog, draft: 3 }, [2])).toBe("Speed, Start backward");
  });
});
