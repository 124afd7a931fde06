// What is recorded away from the machine: repairs, corrections, what is taken back. Kept here first and sent like anything that is counted.
import { newId, type Project, type TallyEvent } from "../api/client";
import type { Waiting } from "../bench/outbox";
import { useOutbox } from "../bench/useOutbox";

/** What is recorded now, by the plan as it is, unless it says otherwise. */
export type Act = Pick<TallyEvent, "step" | "kind"> & Partial<TallyEvent>;

export function useRecord(project: Project) {
  const { record, pending, trouble, lost, wait } = useOutbox(project, () => true);
  const acts = (list: Act[]) => {
    const at = new Date().toISOString();
    return record(
      list.map((a) => ({
        event: { rev: project.rev, at, ...a, id: newId() },
        effect: effectOf(a),
      })),
    );
  };
  return { acts, pending, trouble, lost, refused: wait.filter((w) => w.refused) };
}

/** What it does to the counts while it waits; a recount and an undo are judged by the core alone. */
function effectOf(a: Act): Waiting["effect"] {
  const n = a.n ?? 0;
  return {
    made: a.kind === "made" ? n : a.kind === "unpicked" ? -n : 0,
    aside: a.kind === "aside" ? n : 0,
    pressed: a.kind === "pressed" ? n : 0,
  };
}
