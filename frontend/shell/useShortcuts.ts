import { useEffect, useState } from "react";
import { keyMeans } from "./keyMeans";
import { stopAll } from "./stopAll";

type Overlay = "finder" | "shortcuts" | null;

/**
 * Keys that work everywhere: / or Ctrl+K finds, ? lists them, R opens and closes the recorder, Space stops. They are heard before anything on the page hears them: what has
 * the focus must not keep a stop to itself.
 * @param armed whether the motor of any drive is enabled by Gallop
 */
export function useShortcuts(armed: boolean) {
  const [open, setOpen] = useState<Overlay>(null);
  const [recorder, setRecorder] = useState(false);

  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      const meaning = keyMeans(event, armed);
      if (meaning === undefined) return;
      event.preventDefault();
      event.stopPropagation();
      if (meaning === "stop") void stopAll();
      else if (meaning === "recorder") setRecorder((now) => !now);
      else setOpen(meaning);
    };
    // A button is pressed when Space comes up.
    const released = (event: KeyboardEvent) => {
      if (keyMeans(event, armed) === "stop") event.preventDefault();
    };
    window.addEventListener("keydown", pressed, { capture: true });
    window.addEventListener("keyup", released, { capture: true });
    return () => {
      window.removeEventListener("keydown", pressed, { capture: true });
      window.removeEventListener("keyup", released, { capture: true });
    };
  }, [armed]);

  return { open, setOpen, recorder, setRecorder };
}
