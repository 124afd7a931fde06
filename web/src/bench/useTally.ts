// Counting at the machine: every act is an event, kept here first, sent at once, shown at once.
import { useCallback, useEffect, useRef, useState } from "react";
import { newId, type Project, type Step, server, type TallyEvent } from "../api/client";
import { useTakeProgress } from "../api/queries";
import { isCounted, put, send, type Waiting, waiting } from "./outbox";

/** Where one counts: chains at the needle (or cuts on the mat), or pieces at the iron. */
export type Station = "needle" | "iron";

export function useTally(project: Project | undefined, step: Step | undefined, station: Station) {
  const [wait, setWait] = useState<Waiting[]>([]);
  const [offline, setOffline] = useState(false);
  const [lost, setLost] = useState("");
  const take = useTakeProgress();
  const taken = useRef(take);
  taken.current = take;
  const id = project?.id;
  const sending = useRef(false);
  const again = useRef(false);

  const refresh = useCallback(async () => {
    if (!id) return;
    try {
      setWait(await waiting(id));
    } catch {
      setWait([]); // a browser that keeps nothing has nothing waiting
    }
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
    try {
      await put({ quilt: id, event: full, effect });
    } catch {
      // The browser keeps nothing (its storage is full or shut): straight to the server, and say so if that fails too.
      try {
        taken.current(id, await server.tally(id, [full]));
        setLost("");
      } catch {
        setLost(
          "This was not counted: the browser has no room to keep it and the server does not answer. Count it again once one of them is back.",
        );
      }
      return;
    }
    await refresh();
    flush();
  };

  const progress = project?.progress.steps.find((s) => s.id === step?.id);
  const events = project?.progress.events ?? 0;
  const here = wait.filter((w) => w.event.step === step?.id && !w.refused && !isCounted(w.event, events));
  // The one sum the web does: what the server has counted, and what is on its way there.
  const sum = (of: keyof Waiting["effect"]) => here.reduce((n, w) => n + w.effect[of], 0);
  const pending = { made: sum("made"), aside: sum("aside"), pressed: sum("pressed") };

  /** The last thing counted here that has not been taken back. */
  const last = () => {
    const undone = new Set(here.filter((w) => w.event.kind === "undo").map((w) => w.event.of));
    const counts = (kind: TallyEvent["kind"]) => kind !== "undo" && (kind === "pressed") === (station === "iron");
    const mine = here.filter((w) => counts(w.event.kind) && !undone.has(w.event.id)).at(-1);
    if (mine) return { id: mine.event.id, effect: mine.effect };
    const stored = station === "iron" ? progress?.lastPressed : progress?.last;
    if (!stored || undone.has(stored.id)) return undefined;
    return { id: stored.id, effect: effectOf(stored.kind, stored.n) };
  };

  const count = (kind: TallyEvent["kind"], n: number, reason?: string) =>
    record({ kind, n, reason }, effectOf(kind, n));

  return {
    progress,
    pending,
    offline,
    lost,
    waiting: here.length,
    refused: wait.filter((w) => w.refused),
    made: (n: number) => count(station === "iron" ? "pressed" : "made", n),
    aside: (n: number, reason: string) => count("aside", n, reason),
    recount: (n: number) => count("recount", n),
    undo: () => {
      const l = last();
      if (!l) return undefined;
      return record(
        { kind: "undo", of: l.id, n: 0 },
        { made: -l.effect.made, aside: -l.effect.aside, pressed: -l.effect.pressed },
      );
    },
    canUndo: !!last(),
  };
}

/** What an event does to the counts while it waits. A recount is judged by the core alone. */
function effectOf(kind: string, n: number): Waiting["effect"] {
  return { made: kind === "made" ? n : 0, aside: kind === "aside" ? n : 0, pressed: kind === "pressed" ? n : 0 };
}
