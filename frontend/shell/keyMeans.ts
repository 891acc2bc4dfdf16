/** Where a Space is a character. */
const TEXT =
  "textarea, [contenteditable], input:not([type=checkbox], [type=radio], [type=range], [type=button], [type=submit], [type=file])";
/** Where keys have a meaning of their own, as long as no motor is enabled. */
const FIELD = `${TEXT}, input, select, [role=slider], [role=dialog], [role=alertdialog]`;
/** What Space presses. */
const CONTROL = "button, a, [role=button], [role=radio], [role=switch]";

const within = (target: EventTarget | null, selector: string) =>
  target instanceof HTMLElement && target.closest(selector) !== null;

/**
 * What a key means to the whole page.
 * @param armed whether the motor of any drive is enabled: then Space stops, whatever has the focus but a text field
 */
export function keyMeans(
  event: KeyboardEvent,
  armed: boolean,
): "stop" | "finder" | "shortcuts" | "recorder" | undefined {
  const modified = event.ctrlKey || event.metaKey || event.altKey;
  if ((event.ctrlKey || event.metaKey) && event.key === "k") return "finder";
  if (modified) return undefined;
  if (event.key === " ") return stops(event.target, armed) ? "stop" : undefined;
  if (within(event.target, FIELD)) return undefined;
  if (event.key === "/") return "finder";
  if (event.key === "r") return "recorder";
  return event.key === "?" ? "shortcuts" : undefined;
}

function stops(target: EventTarget | null, armed: boolean) {
  if (within(target, TEXT)) return false;
  return armed || !(within(target, FIELD) || within(target, CONTROL));
}
