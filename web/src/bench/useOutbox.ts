// What was counted and is on its way to the server.
import { useCallback, useEffect, useRef, useState } from "react";
import { type Project, Refused, server, type Tallied, type TallyEvent, type Trouble, unreachable } from "../api/client";
import { useTakeProgress } from "../api/queries";
import { isCounted, put, send, type Waiting, waiting } from "./outbox";

/** Sends events that are kept nowhere here. What is stored and not counted yet is asked for again: the server counts an id once. */
async function stored(quilt: string, events: TallyEvent[]): Promise<Tallied> {
  for (;;) {
    try {
      return await server.tally(quilt, events);
    } catch (e) {
      if (!(e instanceof Refused && e.trouble.code === "counted-soon")) throw e;
      await new Promise((later) => setTimeout(later, 1000));
    }
  }
}

/** Keeps events, sends them, and gives what the server has not counted yet of those that are asked for. */
export function useOutbox(project: Project | undefined, of: (w: Waiting) => boolean) {
  const [wait, setWait] = useState<Waiting[]>([]);
  const [trouble, setTrouble] = useState<Trouble>();
  const [lost, setLost] = useState("");
  const take = useTakeProgress();
  const taken = useRef(take);
  taken.current = take;
  const id = project?.id;
  const sending = useRef(false);
  const again = useRef(false);
  const counted = useRef({ last: 0, stored: 0, lost: 0 }); // in a browser that keeps nothing: which were the last

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
      setTrouble(undefined);
    } catch (e) {
      setTrouble(e instanceof Refused ? e.trouble : unreachable);
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

  /** Events that belong together are kept together. */
  const record = async (events: Omit<Waiting, "quilt">[]) => {
    if (!id) return;
    const list = events.map((w) => ({ ...w, quilt: id }));
    try {
      await put(list);
    } catch {
      // The browser keeps nothing (its storage is full or shut): straight to the server, and say so if that fails too. Answers
      // come in any order: a count that was stored clears what an earlier one says, also where that says it later.
      counted.current.last += 1;
      const mine = counted.current.last;
      try {
        const answer = await stored(
          id,
          list.map((w) => w.event),
        );
        taken.current(id, answer);
        counted.current.stored = Math.max(counted.current.stored, mine);
        if (counted.current.lost < mine) setLost("");
      } catch {
        counted.current.lost = Math.max(counted.current.lost, mine);
        if (counted.current.stored > mine) return;
        setLost(
          "This was not counted: the browser has no room to keep it and the server does not answer. Count it again once one of them is back.",
        );
      }
      return;
    }
    await refresh();
    flush();
  };

  const events = project?.progress.events ?? 0;
  const pending = wait.filter((w) => of(w) && !w.refused && !isCounted(w.event, events));
  return { wait, pending, record, trouble, lost };
}
