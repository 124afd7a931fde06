import { useLayoutEffect, useRef } from "react";
import type { Listed } from "./keyList";

/** Does something when one of the keys that are listed together is pressed outside of fields. */
export function useKey({ on: keys }: Listed, act: (key: string) => void) {
  const latest = useRef(act);
  latest.current = act;
  // Before the first paint: what can be seen can be pressed.
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const key = e.key.toLowerCase();
      if (key.length === 1 && keys.includes(key) && !isTyping(e)) latest.current(key);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [keys]);
}

/** Whether a key press is meant for a field. */
export function isTyping(e: KeyboardEvent) {
  const t = e.target as HTMLElement | null;
  return e.ctrlKey || e.metaKey || e.altKey || !!t?.closest("input, textarea, select, [contenteditable]");
}
