import { useEffect, useRef } from "react";
import { isTyping } from "./ProjectFrame";

/** Does something when a key is pressed outside of fields. */
export function useKey(key: string, act: () => void) {
  const latest = useRef(act);
  latest.current = act;
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key.toLowerCase() === key && !isTyping(e)) latest.current();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [key]);
}
