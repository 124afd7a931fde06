import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo } from "react";
import { useParams } from "react-router";
import { type Came, type Choices, type Document, type Project, type Quilt, server, type Tallied } from "./client";

/** What every answer is kept under. */
export const keys = {
  health: ["health"],
  shelf: ["shelf"],
  quilt: (id: string) => ["quilt", id],
  progress: (id: string) => ["progress", id],
  revisions: (id: string, rev?: number) => (rev === undefined ? ["revisions", id] : ["revisions", id, rev]),
  starters: ["starters"],
  begin: (choices: Choices) => ["begin", choices],
  library: ["library"],
  allowances: ["allowances"],
  allowance: (id: string, document: Document, stitched: string, events: number) => [
    "allowance",
    id,
    document,
    stitched,
    events,
  ],
  schools: ["schools"],
  cloth: (quilt?: string) => (quilt === undefined ? ["cloth"] : ["cloth", quilt]),
  preview: (document: Document) => ["preview", document],
  resize: (document: Document, unit: string, finished: string) => ["resize", document, unit, finished],
  ways: (document: Document, unit: string) => ["ways", document, unit],
  again: (document: Document, block: string) => ["again", document, block],
  waves: (document: Document, unit: string) => ["waves", document, unit],
  book: (id: string, which: object, events: number) => ["book", id, which, events],
  rules: (id: string, rev: number, events: number) => ["rules", id, rev, events],
  times: (id: string, rev: number, events: number) => ["times", id, rev, events],
  packs: ["packs"] as const,
  sums: (id: string, rev: number, events: number) => ["sums", id, rev, events],
  order: (id: string, rev: number, events: number) => ["order", id, rev, events],
  needle: (id: string, rev: number, step: string, page: number) => ["needle", id, rev, step, page],
  onward: (id: string, document: Document, came: Came, events: number) => ["onward", id, document, came, events],
  arrangements: (document: Document) => ["arrangements", document],
  remedies: (document: Document) => ["remedies", document],
  seam: (document: Document, seam: string) => ["seam", document, seam],
  cliffs: (document: Document) => ["cliffs", document],
  pilot: (document: Document) => ["pilot", document],
};

const often = { refetchInterval: 5000 };

/** The quilt of this address with what was counted, kept fresh while other tabs and tablets count. */
export function useProject() {
  const { id = "" } = useParams();
  const queries = useQueryClient();
  useEffect(() => {
    const channel = new BroadcastChannel("vicis");
    channel.onmessage = (m) => {
      if (m.data !== id) return;
      queries.invalidateQueries({ queryKey: keys.quilt(id) });
      queries.invalidateQueries({ queryKey: keys.progress(id) });
    };
    return () => channel.close();
  }, [id, queries]);
  const quilt = useQuery({ queryKey: keys.quilt(id), queryFn: ({ signal }) => server.quilt(id, signal), ...often });
  const progress = useQuery({
    queryKey: keys.progress(id),
    queryFn: async ({ signal }) =>
      newer(queries.getQueryData<Tallied>(keys.progress(id)), await server.progress(id, signal)),
    ...often,
  });
  // What was counted is held against one revision: where another came in between, both are asked for again.
  const [planned, counted] = [quilt.data?.rev, progress.data?.rev];
  useEffect(() => {
    if (planned === undefined || counted === undefined || planned === counted) return;
    queries.invalidateQueries({ queryKey: planned < counted ? keys.quilt(id) : keys.progress(id) });
  }, [planned, counted, id, queries]);
  const data = useMemo<Project | undefined>(
    () => (quilt.data && progress.data ? { ...quilt.data, progress: progress.data.progress } : undefined),
    [quilt.data, progress.data],
  );
  const again = () => Promise.all([quilt.refetch(), progress.refetch()]);
  return {
    data,
    error: quilt.error ?? progress.error,
    refetch: again,
    dataUpdatedAt: Math.min(quilt.dataUpdatedAt, progress.dataUpdatedAt),
  };
}

/** What each batch asks for and what is sewn on one chain; anew with every count. */
export function useOrder(project: Project) {
  return useQuery({
    queryKey: keys.order(project.id, project.rev, project.progress.events),
    queryFn: ({ signal }) => server.order(project.id, signal),
    placeholderData: (before) => before,
  });
}

/** An answer that was overtaken on the way must not put the count back: events are only ever added. */
function newer(have: Tallied | undefined, got: Tallied): Tallied {
  return have && have.rev === got.rev && have.progress.events > got.progress.events ? have : got;
}

/** Puts progress that just came back in its place, and tells the other tabs. */
export function useTakeProgress() {
  const queries = useQueryClient();
  return (id: string, tallied: Tallied) => {
    queries.setQueryData<Tallied>(keys.progress(id), (have) => newer(have, tallied));
    tellOthers(id);
  };
}

/** Puts a quilt that was just stored in its place: what was counted is held against it anew, and the other tabs are told. */
export function useTakeQuilt() {
  const queries = useQueryClient();
  return (quilt: Quilt) => {
    queries.setQueryData(keys.quilt(quilt.id), quilt);
    for (const queryKey of [keys.progress(quilt.id), keys.revisions(quilt.id), keys.shelf, keys.cloth()]) {
      queries.invalidateQueries({ queryKey });
    }
    tellOthers(quilt.id);
  };
}

function tellOthers(id: string) {
  const channel = new BroadcastChannel("vicis");
  channel.postMessage(id);
  channel.close();
}
