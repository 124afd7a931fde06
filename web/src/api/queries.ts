import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { useParams } from "react-router";
import { type Project, server, type Tallied } from "./client";

export const quiltKey = (id: string) => ["quilt", id];

/** The quilt of this address, kept fresh while other tabs and tablets count. */
export function useProject() {
  const { id = "" } = useParams();
  const queries = useQueryClient();
  useEffect(() => {
    const channel = new BroadcastChannel("vicis");
    channel.onmessage = (m) => {
      if (m.data === id) queries.invalidateQueries({ queryKey: quiltKey(id) });
    };
    return () => channel.close();
  }, [id, queries]);
  const fetched = async () => newer(queries.getQueryData<Project>(quiltKey(id)), await server.quilt(id));
  return useQuery({ queryKey: quiltKey(id), queryFn: fetched, refetchInterval: 5000 });
}

/** An answer that was overtaken on the way must not put the count back: events are only ever added. */
function newer(have: Project | undefined, got: Project): Project {
  if (!have || have.progress.events <= got.progress.events || have.rev !== got.rev) return got;
  return { ...got, progress: have.progress };
}

/** Puts progress that just came back into the cached quilt, and tells the other tabs. */
export function useTakeProgress() {
  const queries = useQueryClient();
  return (id: string, tallied: Tallied) => {
    const have = queries.getQueryData<Project>(quiltKey(id));
    if (have && have.rev === tallied.rev) {
      queries.setQueryData<Project>(quiltKey(id), newer(have, { ...have, progress: tallied.progress }));
    } else {
      queries.invalidateQueries({ queryKey: quiltKey(id) });
    }
    tellOthers(id);
  };
}

export function tellOthers(id: string) {
  const channel = new BroadcastChannel("vicis");
  channel.postMessage(id);
  channel.close();
}
