const KEY = "gallop.theme";

export type ColorMode = "light" | "dark";

/** The chosen theme, or the one that the machine asks for. */
export function currentMode(): ColorMode {
  const chosen = localStorage.getItem(KEY);
  if (chosen === "light" || chosen === "dark") return chosen;
  return matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light";
}

export function applyMode(mode: ColorMode) {
  document.documentElement.classList.remove("light", "dark");
  document.documentElement.classList.add(mode);
}

const listeners = new Set<() => void>();

/** Tells of every change of the theme, for what is drawn on a canvas. @returns how to stop it */
export function onModeChange(listener: () => void) {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
}

export function chooseMode(mode: ColorMode) {
  localStorage.setItem(KEY, mode);
  applyMode(mode);
  for (const listener of listeners) listener();
}
