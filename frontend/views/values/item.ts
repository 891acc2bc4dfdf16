import type { Entry, Holding } from "../../api/types";

/** An entry of the dictionary with what the drive holds of it. */
export interface Item {
  entry: Entry;
  holding: Holding;
}

export type FilterName = "factory" | "drafted" | "unstored" | "restart" | "finding" | "hazard";

export const FILTERS: { name: FilterName; label: string; passes: (item: Item) => boolean }[] = [
  { name: "factory", label: "Differs from factory", passes: ({ holding }) => holding.from_factory },
  { name: "drafted", label: "Drafted", passes: ({ holding }) => holding.draft !== null },
  { name: "unstored", label: "Live, not stored", passes: ({ holding }) => holding.unstored },
  { name: "restart", label: "Needs restart", passes: ({ holding }) => holding.needs_restart },
  { name: "finding", label: "Has a finding", passes: ({ holding }) => holding.findings > 0 },
  { name: "hazard", label: "Hazard", passes: ({ holding }) => holding.hazard },
];

const NOTHING: Omit<Holding, "key"> = {
  live: null,
  stored: null,
  draft: null,
  on: null,
  from_factory: false,
  unstored: false,
  needs_restart: false,
  hazard: false,
  findings: 0,
};

export function join(entries: Entry[], holdings: Holding[]): Item[] {
  const held = new Map(holdings.map((holding) => [holding.key, holding]));
  return entries.map((entry) => ({ entry, holding: held.get(entry.key) ?? { key: entry.key, ...NOTHING } }));
}

/** What passes all chosen filters and the group; in the order of the search where there is one. */
export function narrow(
  items: Item[],
  filters: ReadonlySet<FilterName>,
  group: string,
  found: string[] | undefined,
): Item[] {
  const chosen = FILTERS.filter(({ name }) => filters.has(name));
  const passing = items.filter(
    (item) => (group === "" || item.entry.group === group) && chosen.every(({ passes }) => passes(item)),
  );
  if (!found) return passing;
  const rank = new Map(found.map((key, n) => [key, n]));
  return passing
    .filter(({ entry }) => rank.has(entry.key))
    .sort((a, b) => (rank.get(a.entry.key) ?? 0) - (rank.get(b.entry.key) ?? 0));
}
