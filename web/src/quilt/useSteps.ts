import { useRef } from "react";
import type { Document } from "../api/client";
import { useKey } from "../frame/useKey";
import type { Draft } from "./draft";

/** A draft whose changes on one page can be taken back one by one, by the key Z too. */
export function useSteps(draft: Draft) {
  const past = useRef<Document[]>([]);
  const before = () => {
    if (past.current.at(-1) !== draft.document) past.current.push(draft.document);
  };
  const back = () => {
    const was = past.current.pop();
    if (was) draft.take(was);
  };
  useKey("z", back);
  return {
    ...draft,
    set: (...change: Parameters<Draft["set"]>) => {
      before();
      draft.set(...change);
    },
    take: (document: Document) => {
      before();
      draft.take(document);
    },
    /** While something is dragged: no step of its own. */
    drag: draft.set,
    before,
    back,
    canBack: past.current.length > 0,
  };
}

export type Steps = ReturnType<typeof useSteps>;
