// What comes under the needle in this step, and at which of its seams one is: kept in this browser, so that after an interruption the
// bench opens exactly there.
import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { type Project, type Step, server, type Under } from "../api/client";
import { keys } from "../api/queries";

export type Needle = ReturnType<typeof useNeedle>;

const place = (project: Project, step: Step) => `vicis:seam:${project.id}:${step.id}`;

export function useNeedle(project: Project, step: Step, good: number) {
  const { data, error } = useQuery({
    queryKey: keys.needle(project.id, project.rev, step.id),
    queryFn: ({ signal }) => server.needle(project.id, step.id, signal),
    enabled: !!step.sewing,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const [kept, keep] = useState(() => Number(localStorage.getItem(place(project, step))) || 0);
  const [ahead, look] = useState<{ good: number; seam: number }>();
  const n = data?.seams.length ?? 0;
  const own = data?.each ? good : kept; // of rows sewn to each other every seam is one more of the step
  const looked = data?.each && ahead?.good === good ? ahead.seam : own;
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
    if (good > last.current && step.stage === "rows" && n > 1 && at === n - 1) go(-at);
    last.current = good;
  });
  return { under: data, error, seam: data?.seams[at], at, n, go };
}

/** Whether a drawing tells how the layers lie. */
export const isDrawn = (under: Under | undefined) => !!under && (under.seams.length > 0 || !!under.laid);
