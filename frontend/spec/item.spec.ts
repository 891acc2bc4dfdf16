import { describe, expect, it } from "vitest";
import type { Entry, Holding } from "../api/types";
import { FILTERS, type FilterName, join, narrow } from "../views/values/item";

const entry = (key: string, group = "Ramps") => ({ key, group, name: key }) as Entry;
const holding = (key: string, more: Partial<Holding> = {}) =>
  ({
    key,
    live: "1",
    stored: "1",
    draft: null,
    on: null,
    from_factory: false,
    unstored: false,
    needs_restart: false,
    hazard: false,
    findings: 0,
    ...more,
  }) as Holding;
const keys = (items: { entry: Entry }[]) => items.map((item) => item.entry.key);

describe("the values view", () => {
  const entries = [entry("a"), entry("b"), entry("c", "Motor"), entry("d", "Motor")];
  const holdings = [
    holding("a", { draft: "2" }),
    holding("b", { unstored: true, draft: "3" }),
    holding("c", { hazard: true }),
    holding("d", { findings: 2, from_factory: true, needs_restart: true }),
  ];
  const items = join(entries, holdings);
  const none: ReadonlySet<FilterName> = new Set();

  it("joins the dictionary with what is held, and shows entries of which nothing is known yet", () => {
    const joined = join(entries, [holding("a")]);
    expect(keys(joined)).toEqual(["a", "b", "c", "d"]);
    expect(joined[1]?.holding).toMatchObject({ key: "b", live: null, stored: null, draft: null, findings: 0 });
  });

  it("has a filter for everything that a technician looks for", () => {
    const passing = Object.fromEntries(FILTERS.map(({ name, passes }) => [name, keys(items.filter(passes))]));
    expect(passing).toEqual({
      factory: ["d"],
      drafted: ["a", "b"],
      unstored: ["b"],
      restart: ["d"],
      finding: ["d"],
      hazard: ["c"],
    });
  });

  it("narrows by all chosen filters at once, and by group", () => {
    expect(keys(narrow(items, none, "", undefined))).toEqual(["a", "b", "c", "d"]);
    expect(keys(narrow(items, new Set<FilterName>(["drafted"]), "", undefined))).toEqual(["a", "b"]);
    expect(keys(narrow(items, new Set<FilterName>(["drafted", "unstored"]), "", undefined))).toEqual(["b"]);
    expect(keys(narrow(items, none, "Motor", undefined))).toEqual(["c", "d"]);
    expect(keys(narrow(items, new Set<FilterName>(["hazard"]), "Ramps", undefined))).toEqual([]);
  });

  it("follows the order of a search, and shows nothing else", () => {
    expect(keys(narrow(items, none, "", ["d", "a", "unknown"]))).toEqual(["d", "a"]);
    expect(keys(narrow(items, none, "", []))).toEqual([]);
    expect(keys(narrow(items, new Set<FilterName>(["drafted"]), "", ["d", "a"]))).toEqual(["a"]);
  });
});
