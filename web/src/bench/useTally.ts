// Counting at the machine, the mat and the iron: every act is an event, kept here first, sent at once, shown at once.
import { useState } from "react";
import { newId, type Project, type Step, type TallyEvent } from "../api/client";
import { type Others, pilesLeft, toldOf } from "../prints/sewn";
import type { Waiting } from "./outbox";
import { useOutbox } from "./useOutbox";

/** Where one counts: chains at the needle (or cuts on the mat), or pieces at the iron. */
export type Station = "needle" | "iron";

export function useTally(project: Project | undefined, step: Step | undefined, station: Station) {
  const { wait, pending: here, record: keep, trouble, lost } = useOutbox(project, (w) => w.event.step === step?.id);

  const record = async (event: Omit<TallyEvent, "id" | "at" | "step">, effect: Waiting["effect"]) => {
    if (!step) return;
    await keep([
      {
        event: {
          ...event,
          id: newId(),
          step: step.id,
          exact: step.exact,
          look: step.look,
          rev: project?.rev,
          at: new Date().toISOString(),
        },
        effect,
      },
    ]);
  };

  const progress = project?.progress.steps.find((s) => s.id === step?.id);
  // The one sum the web does: what the server has counted, and what is on its way there.
  const sum = (of: keyof Waiting["effect"]) => here.reduce((n, w) => n + w.effect[of], 0);
  const pending = { made: sum("made"), aside: sum("aside"), pressed: sum("pressed") };

  /** The last thing counted here that has not been taken back. */
  const last = () => {
    const undone = new Set(here.filter((w) => w.event.kind === "undo").map((w) => w.event.of));
    const counts = (kind: TallyEvent["kind"]) =>
      kind !== "undo" && kind !== "measured" && kind !== "bobbin" && (kind === "pressed") === (station === "iron");
    const mine = here.filter((w) => counts(w.event.kind) && !undone.has(w.event.id)).at(-1);
    if (mine) return { id: mine.event.id, effect: mine.effect };
    const stored = station === "iron" ? progress?.lastPressed : progress?.last;
    if (!stored || undone.has(stored.id)) return undefined;
    return { id: stored.id, effect: effectOf(stored.kind, stored.n) };
  };

  const count = (kind: TallyEvent["kind"], n: number, more?: Pick<TallyEvent, "reason" | "prints">) =>
    record({ kind, n, ...more }, effectOf(kind, n));

  // Where prints are dealt, what is made next is told with them.
  const [others, setOthers] = useState<Others>({});
  const undone = new Set(here.filter((w) => w.event.kind === "undo").map((w) => w.event.of));
  const onTheWay = here
    .flatMap((w) => (undone.has(w.event.id) ? [] : (w.event.prints ?? [])))
    .filter((b) => b !== null);
  const piles = project && step ? pilesLeft(project.plan.deal, project.progress, step.id, onTheWay) : [];
  const made = (n: number) => {
    setOthers({});
    return count("made", n, { prints: project && toldOf(project.plan.deal, piles, n, others) });
  };

  return {
    progress,
    pending,
    trouble,
    lost,
    waiting: here.length,
    refused: wait.filter((w) => w.refused),
    made: (n: number) => (station === "iron" ? count("pressed", n) : made(n)),
    aside: (n: number, reason: string) => count("aside", n, { reason }),
    recount: (n: number) => count("recount", n),
    pile: (n: number) => count("pile", n),
    unpicked: (n: number) => count("unpicked", n),
    bobbin: () => record({ kind: "bobbin", n: 0 }, { made: 0, aside: 0, pressed: 0 }),
    undo: () => {
      const l = last();
      if (!l) return undefined;
      return record(
        { kind: "undo", of: l.id, n: 0 },
        { made: -l.effect.made, aside: -l.effect.aside, pressed: -l.effect.pressed },
      );
    },
    canUndo: !!last(),
    /** Of the kind that is counted, the blocks not sewn yet: their places among the cells of the deal, the next one first. */
    piles,
    /** What of the next one is sewn of another print than is dealt. */
    others,
    of: (place: number, print: string | undefined) =>
      setOthers(({ [place]: _, ...rest }) => (print === undefined ? rest : { ...rest, [place]: print })),
  };
}

/** What an event does to the counts while it waits. A recount, and how many lie there, is judged by the core alone. */
function effectOf(kind: string, n: number): Waiting["effect"] {
  return {
    made: kind === "made" ? n : kind === "unpicked" ? -n : 0,
    aside: kind === "aside" ? n : 0,
    pressed: kind === "pressed" ? n : 0,
  };
}
