import { useLayoutEffect, useRef } from "react";

/** Does something when a key is pressed outside of fields. */
export function useKey(key: string, act: () => void) {
  const latest = useRef(act);
  latest.current = act;
  // Before the first paint: what can be seen can be pressed.
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key.toLowerCase() === key && !isTyping(e)) latest.current();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [key]);
}

/** Whether a key press is meant for a field. */
export function isTyping(e: KeyboardEvent) {
  const t = e.target as HTMLElement | null;
  return e.ctrlKey || e.metaKey || e.altKey || !!t?.closest("input, textarea, select, [contenteditable]");
}
