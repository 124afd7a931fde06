// What was counted and not sent yet goes on its way from every page of a quilt, not from the bench alone.
import { useEffect, useRef } from "react";
import { useTakeProgress } from "../api/queries";
import { send } from "./outbox";

/** How often what still waits is sent again, in milliseconds. */
const often = 4000;

export function useSending(id: string | undefined) {
  const take = useTakeProgress();
  const taken = useRef(take);
  taken.current = take;
  useEffect(() => {
    if (!id) return;
    const go = () => {
      send(id, (answer) => taken.current(id, answer)).catch(() => undefined); // it waits on, and is tried again
    };
    go();
    const timer = setInterval(go, often);
    window.addEventListener("online", go);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", go);
    };
  }, [id]);
}
