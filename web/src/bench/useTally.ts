// Counting at the machine: every act is an event, kept here first, sent at once, shown at once.
import { useCallback, useEffect, useRef, useState } from "react";
import { newId, type Project, type Step, type TallyEvent } from "../api/client";
import { useTakeProgress } from "../api/queries";
import { isCounted, put, send, type Waiting, waiting } from "./outbox";

export function useTally(project: Project | undefined, step: Step | undefined) {
  const [wait, setWait] = useState<Waiting[]>([]);
  const [offline, setOffline] = useState(false);
  const take = useTakeProgress();
  const taken = useRef(take);
  taken.current = take;
  const id = project?.id;
  const sending = useRef(false);
  const again = useRef(false);

  const refresh = useCallback(async () => {
    if (id) setWait(await waiting(id));
  }, [id]);

  const flush = useCallback(async () => {
    again.current = true; // what comes in while something is under way is sent after it
    if (!id || sending.current) return;
    sending.current = true;
    try {
      while (again.current) {
        again.current = false;
        await send(id, (answer) => taken.current(id, answer));
      }
      setOffline(false);
    } catch {
      setOffline(true);
    } finally {
      sending.current = false;
      await refresh();
    }
  }, [id, refresh]);

  useEffect(() => {
    refresh().then(flush);
    const timer = setInterval(flush, 2500);
    window.addEventListener("online", flush);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", flush);
    };
  }, [refresh, flush]);

  // Another tab may have sent what waited.
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new count is the reason to look
  useEffect(() => {
    refresh();
  }, [refresh, project?.progress.events]);

  const record = async (event: Omit<TallyEvent, "id" | "at" | "step">, effect: Waiting["effect"]) => {
    if (!id || !step) return;
    const full: TallyEvent = { ...event, id: newId(), step: step.id, exact: step.exact, at: new Date().toISOString() };
    await put({ quilt: id, event: full, effect });
    await refresh();
    flush();
  };

  const progress = project?.progress.steps.find((s) => s.id === step?.id);
  const events = project?.progress.events ?? 0;
  const here = wait.filter((w) => w.event.step === step?.id && !w.refused && !isCounted(w.event, events));
  // The one sum the web does: what the server has counted, and what is on its way there.
  const pending = here.reduce((n, w) => ({ made: n.made + w.effect.made, aside: n.aside + w.effect.aside }), {
    made: 0,
    aside: 0,
  });

  /** The last thing counted in this step that has not been taken back. */
  const last = () => {
    const undone = new Set(here.filter((w) => w.event.kind === "undo").map((w) => w.event.of));
    const mine = here.filter((w) => w.event.kind !== "undo" && !undone.has(w.event.id)).at(-1);
    if (mine) return { id: mine.event.id, effect: mine.effect };
    const stored = progress?.last;
    if (!stored || undone.has(stored.id)) return undefined;
    const effect = { made: stored.kind === "made" ? stored.n : 0, aside: stored.kind === "aside" ? stored.n : 0 };
    return { id: stored.id, effect };
  };

  return {
    progress,
    pending,
    offline,
    waiting: here.length,
    refused: wait.filter((w) => w.refused),
    made: (n: number) => record({ kind: "made", n }, { made: n, aside: 0 }),
    aside: (n: number, reason: string) => record({ kind: "aside", n, reason }, { made: 0, aside: n }),
    recount: (n: number) => record({ kind: "recount", n }, { made: 0, aside: 0 }),
    undo: () => {
      const l = last();
      return l ? record({ kind: "undo", of: l.id, n: 0 }, { made: -l.effect.made, aside: -l.effect.aside }) : undefined;
    },
    canUndo: !!last(),
  };
}
