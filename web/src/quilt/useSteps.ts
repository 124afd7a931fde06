import { useRef } from "react";
import type { Document } from "../api/client";
import { onCuts } from "../frame/keyList";
import { useKey } from "../frame/useKey";
import type { Path } from "./change";
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
  useKey(onCuts.back, back);
  const put = (path: Path, value: unknown) => {
    before();
    draft.put(path, value);
  };
  return {
    ...draft,
    set: put as Draft["set"],
    put,
    take: (document: Document) => {
      before();
      draft.take(document);
    },
    /** While something is dragged: no step of its own. */
    drag: draft.put,
    before,
    back,
    canBack: past.current.length > 0,
  };
}

export type Steps = ReturnType<typeof useSteps>;
