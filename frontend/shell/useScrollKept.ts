import { useEffect, useRef } from "react";
import { useLocation } from "react-router";

/** ms in which a page that is still being filled is scrolled back to where it was left. */
const PATIENCE = 1500;

/** Where each page was left, for as long as the application is open. */
const left = new Map<string, number>();

/** Scrolls an element back to where it was when its page was last left. */
export function useScrollKept<E extends HTMLElement>() {
  const element = useRef<E>(null);
  const { pathname } = useLocation();
  useEffect(() => {
    const box = element.current;
    if (!box) return undefined;
    const wanted = left.get(pathname) ?? 0;
    box.scrollTop = wanted;
    const filled = new ResizeObserver(() => {
      if (box.scrollTop < wanted) box.scrollTop = wanted;
      if (box.scrollTop >= wanted) filled.disconnect();
    });
    for (const child of box.children) filled.observe(child);
    const patience = window.setTimeout(() => filled.disconnect(), PATIENCE);
    const scrolled = () => left.set(pathname, box.scrollTop);
    // From now on it is the reader who scrolls.
    const begun = () => {
      filled.disconnect();
      box.addEventListener("scroll", scrolled);
    };
    for (const sign of ["wheel", "pointerdown", "keydown", "touchstart"])
      box.addEventListener(sign, begun, { once: true });
    return () => {
      window.clearTimeout(patience);
      filled.disconnect();
      box.removeEventListener("scroll", scrolled);
      for (const sign of ["wheel", "pointerdown", "keydown", "touchstart"]) box.removeEventListener(sign, begun);
    };
  }, [pathname]);
  return element;
}
