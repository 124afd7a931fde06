// What comes under the needle in this step, and at which of its seams one is: kept in this browser, so that after an interruption the
// bench opens exactly there.
import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import type { Project, Step, Under } from "../api/client";
import { asks } from "../api/queries";

export type Needle = ReturnType<typeof useNeedle>;

const place = (project: Project, step: Step) => `vicis:seam:${project.id}:${step.id}`;

/** So many seams are told at once. */
const paged = 12;

export function useNeedle(project: Project, step: Step, good: number) {
  const [kept, keep] = useState(() => Number(localStorage.getItem(place(project, step))) || 0);
  const [ahead, look] = useState<{ good: number; seam: number }>();
  const [each, setEach] = useState(false); // of rows sewn to each other every seam is one more of the step
  const looked = each ? (ahead?.good === good ? ahead.seam : good) : kept;
  const page = Math.max(0, Math.floor(looked / paged));
  const { data, error } = useQuery({
    ...asks.needle(project, step.id, page * paged),
    enabled: !!step.sewing,
    placeholderData: (before) => before,
  });
  useEffect(() => setEach(!!data?.each), [data?.each]);
  const n = data?.count ?? 0;
  const at = Math.max(0, Math.min(looked, n - 1));
  const go = (by: number) => {
    const to = Math.max(0, Math.min(at + by, n - 1));
    if (data?.each) look({ good, seam: to });
    else {
      keep(to);
      localStorage.setItem(place(project, step), String(to));
    }
  };
  // One row is finished: the next begins with its first seam again.
  const last = useRef(good);
  useEffect(() => {
    if (good > last.current && step.stage === "rows" && !data?.each && n > 1 && at === n - 1) go(-at);
    last.current = good;
  });
  return { under: data, error, seam: data?.seams[at - data.first], at, n, go };
}

/** Whether a drawing tells how the layers lie. */
export const isDrawn = (under: Under | undefined) => !!under && (under.seams.length > 0 || !!under.laid);
