import { useState } from "react";

/** Which of several rows are ticked. */
export function useChosen() {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  return {
    chosen,
    has: (key: string) => chosen.has(key),
    toggle: (key: string) =>
      setChosen((before) => new Set(before.has(key) ? [...before].filter((other) => other !== key) : [...before, key])),
    set: (keys: string[]) => setChosen(new Set(keys)),
    clear: () => setChosen(new Set()),
  };
}
