import { useEffect, useState } from "react";
import { stopAll } from "./stopAll";

type Overlay = "finder" | "shortcuts" | null;

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest("input, textarea, select, [contenteditable], [role=slider], [role=dialog], [role=alertdialog]") !== null;

/** Keys that work everywhere: / or Ctrl+K finds, ? lists them, Space stops. */
export function useShortcuts() {
  const [open, setOpen] = useState<Overlay>(null);

  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key === "k") {
        event.preventDefault();
        setOpen("finder");
        return;
      }
      if (typing(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === "/") setOpen("finder");
      else if (event.key === "?") setOpen("shortcuts");
      else if (event.key === " " && !onControl(event.target)) void stopAll();
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, []);

  return { open, setOpen };
}

/** Space on a button presses the button. */
const onControl = (target: EventTarget | null) => target instanceof HTMLElement && target.closest("button, a, [role=button], [role=radio], [role=switch]") !== null;
