import type { Drive } from "../../api/types";
import { useLive } from "../../live/useLive";
import { withUnit } from "../../parts/format";
import type { Item } from "./item";

/** A live value in words: names of the bits that are on, the name of a choice, or the figure; fresh from the poll where it is polled. */
export function LiveText({ drive, item }: { drive: Drive; item: Item }) {
  const { entry, holding } = item;
  const live = useLive(drive, entry.key, "glance");
  const stale = drive.link.state !== "online" || (live?.stale ?? false);
  const text = live?.value === undefined ? (holding.on ? named(holding.on) : holding.live) : fresh(live.value);
  return (
    <span
      className={stale ? "stale" : undefined}
      title={stale ? `${text ?? ""} (stale: no connection)` : (text ?? undefined)}
    >
      {text ?? "–"}
    </span>
  );

  function fresh(value: number) {
    if (entry.bits.length > 0)
      return named(entry.bits.filter(({ bit }) => Math.floor(value / 2 ** bit) % 2 === 1).map(({ name }) => name));
    const choice = entry.choices.find((candidate) => candidate.value === value);
    return choice ? choice.name : withUnit(value, live?.entry.unit ?? "", live?.entry.decimals);
  }
}

const named = (on: string[]) => (on.length > 0 ? on.join(", ") : "none on");
