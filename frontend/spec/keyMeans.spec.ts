// @vitest-environment happy-dom
import { describe, expect, it } from "vitest";
import { keyMeans } from "../shell/keyMeans";

function pressed(key: string, html: string, options: KeyboardEventInit = {}) {
  document.body.innerHTML = html;
  const event = new KeyboardEvent("keydown", { key, ...options });
  Object.defineProperty(event, "target", { value: document.body.firstElementChild ?? document.body });
  return event;
}

describe("keyMeans", () => {
  const buttons = [
    "<button>Start</button>",
    "<a href='/'>x</a>",
    "<div role='radio'>walk</div>",
    "<input type='checkbox'>",
    "<input type='range'>",
    "<select></select>",
    "<div role='dialog'></div>",
  ];

  it.each(buttons)("stops by Space on %s as long as a motor is enabled, and leaves it alone otherwise", (html) => {
    expect(keyMeans(pressed(" ", html), true)).toBe("stop");
    expect(keyMeans(pressed(" ", html), false)).toBeUndefined();
  });

  it.each(["<input>", "<input type='text'>", "<textarea></textarea>", "<div contenteditable='true'></div>"])(
    "writes a Space into %s",
    (html) => {
      expect(keyMeans(pressed(" ", html), true)).toBeUndefined();
    },
  );

  it("stops by Space on the bare page whether a motor is enabled or not", () => {
    expect(keyMeans(pressed(" ", "<h1></h1>"), false)).toBe("stop");
  });

  it("finds and lists keys outside of fields alone, and finds by Ctrl+K everywhere", () => {
    expect(keyMeans(pressed("/", "<h1></h1>"), true)).toBe("finder");
    expect(keyMeans(pressed("?", "<h1></h1>"), true)).toBe("shortcuts");
    expect(keyMeans(pressed("/", "<input>"), true)).toBeUndefined();
    expect(keyMeans(pressed("k", "<input>", { ctrlKey: true }), true)).toBe("finder");
  });
});
