import { infiniteQueryOptions, queryOptions, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo } from "react";
import { useParams } from "react-router";
import { type Came, type Choices, type Document, type Project, type Quilt, server, type Tallied } from "./client";

const often = { refetchInterval: 5000 };
/** What is said no to is said no to again. */
const once = { retry: false };
const forever = { staleTime: Number.POSITIVE_INFINITY };

type Counted = Pick<Project, "id" | "rev" | "mark" | "progress">;
type Which = { step: string; kind: string; from: string; to: string };
const counts = (p: Counted) => [p.id, p.rev, p.mark, p.progress.events];
const revisionsOf = (id: string) => ["revisions", id];
/** All there is of the shelf of cloth, whichever quilt it is asked for. */
export const clothKey = ["cloth"];

/** Every question: what its answer is kept under, how it is asked, and dropped on its way once it is overtaken. */
export const asks = {
  health: () => queryOptions({ queryKey: ["health"], queryFn: ({ signal }) => server.health(signal), ...forever }),
  shelf: () => queryOptions({ queryKey: ["shelf"], queryFn: ({ signal }) => server.shelf(signal) }),
  quilt: (id: string) =>
    queryOptions({ queryKey: ["quilt", id], queryFn: ({ signal }) => server.quilt(id, signal), ...often }),
  whole: (id: string, rev: number) =>
    queryOptions({ queryKey: ["whole", id, rev], queryFn: ({ signal }) => server.whole(id, signal), ...forever }),
  progress: (id: string) =>
    queryOptions({ queryKey: ["progress", id], queryFn: ({ signal }) => server.progress(id, signal), ...often }),
  revisions: (id: string, rev: number) =>
    queryOptions({ queryKey: [...revisionsOf(id), rev], queryFn: ({ signal }) => server.revisions(id, signal) }),
  starters: () =>
    queryOptions({ queryKey: ["starters"], queryFn: ({ signal }) => server.starters(signal), ...forever }),
  beginnings: () =>
    queryOptions({ queryKey: ["beginnings"], queryFn: ({ signal }) => server.beginnings(signal), ...forever }),
  begin: (choices: Choices) =>
    queryOptions({ queryKey: ["begin", choices], queryFn: ({ signal }) => server.begin(choices, signal), ...once }),
  library: () => queryOptions({ queryKey: ["library"], queryFn: ({ signal }) => server.library(signal), ...forever }),
  schools: () => queryOptions({ queryKey: ["schools"], queryFn: ({ signal }) => server.schools(signal), ...forever }),
  packs: () => queryOptions({ queryKey: ["packs"], queryFn: ({ signal }) => server.packs(signal), ...forever }),
  sorts: () => queryOptions({ queryKey: ["sorts"], queryFn: ({ signal }) => server.sorts(signal), ...forever }),
  /** The shelf of cloth, for one quilt with what it has kept, which is its own to take again. */
  cloth: (quilt = "") =>
    queryOptions({ queryKey: [...clothKey, quilt], queryFn: ({ signal }) => server.cloth(quilt, signal) }),
  allowances: () => queryOptions({ queryKey: ["allowances"], queryFn: ({ signal }) => server.allowances(signal) }),
  preview: (document: Document) =>
    queryOptions({
      queryKey: ["preview", document],
      queryFn: ({ signal }) => server.preview(document, signal),
      ...once,
    }),
  resize: (document: Document, unit: string, finished: string) =>
    queryOptions({
      queryKey: ["resize", document, unit, finished],
      queryFn: ({ signal }) => server.resize(document, unit, finished, signal),
      ...once,
    }),
  byPatches: (document: Document, unit: string) =>
    queryOptions({
      queryKey: ["by patches", document, unit],
      queryFn: ({ signal }) => server.byPatches(document, unit, signal),
      ...once,
    }),
  ways: (document: Document, unit: string) =>
    queryOptions({
      queryKey: ["ways", document, unit],
      queryFn: ({ signal }) => server.ways(document, unit, signal),
      ...once,
    }),
  again: (document: Document, block: string) =>
    queryOptions({
      queryKey: ["again", document, block],
      queryFn: ({ signal }) => server.again(document, block, signal),
      ...once,
    }),
  waves: (document: Document, unit: string) =>
    queryOptions({
      queryKey: ["waves", document, unit],
      queryFn: ({ signal }) => server.waves(document, unit, signal),
      ...once,
    }),
  remedies: (document: Document) =>
    queryOptions({
      queryKey: ["remedies", document],
      queryFn: ({ signal }) => server.remedies(document, signal),
      ...once,
    }),
  arrangements: (document: Document) =>
    queryOptions({
      queryKey: ["arrangements", document],
      queryFn: ({ signal }) => server.arrangements(document, signal),
      ...once,
    }),
  seam: (document: Document, seam: string) =>
    queryOptions({
      queryKey: ["seam", document, seam],
      queryFn: ({ signal }) => server.seam(document, seam, signal),
      ...once,
    }),
  cliffs: (document: Document) =>
    queryOptions({ queryKey: ["cliffs", document], queryFn: ({ signal }) => server.cliffs(document, signal) }),
  pilot: (document: Document) =>
    queryOptions({ queryKey: ["pilot", document], queryFn: ({ signal }) => server.pilot(document, signal) }),
  book: (project: Counted, which: Which) =>
    infiniteQueryOptions({
      queryKey: ["book", project.id, which, project.progress.events],
      queryFn: ({ pageParam, signal }) => server.book(project.id, { ...which, before: pageParam }, signal),
      initialPageParam: 0,
      getNextPageParam: (last) => (last.more ? last.lines.at(-1)?.seq : undefined),
    }),
  // What was counted is in these: they are asked anew with every count.
  rules: (p: Counted) =>
    queryOptions({ queryKey: ["rules", ...counts(p)], queryFn: ({ signal }) => server.rules(p.id, signal) }),
  times: (p: Counted) =>
    queryOptions({
      queryKey: ["times", ...counts(p)],
      queryFn: ({ signal }) => server.times(p.id, -new Date().getTimezoneOffset(), signal),
    }),
  sums: (p: Counted) =>
    queryOptions({ queryKey: ["sums", ...counts(p)], queryFn: ({ signal }) => server.sums(p.id, signal) }),
  order: (p: Counted) =>
    queryOptions({ queryKey: ["order", ...counts(p)], queryFn: ({ signal }) => server.order(p.id, signal) }),
  onward: (p: Project, came: Came) =>
    queryOptions({
      queryKey: ["onward", p.id, p.document, came, p.progress.events],
      queryFn: ({ signal }) => server.onward(p.id, p.document, came, signal),
      ...once,
    }),
  allowance: (p: Project, stitched: string) =>
    queryOptions({
      queryKey: ["allowance", p.id, p.document, stitched, p.progress.events],
      queryFn: ({ signal }) => server.allowance(p.id, p.document, stitched, signal),
      ...once,
    }),
  needle: (quilt: Pick<Project, "id" | "rev">, step: string, first: number) =>
    queryOptions({
      queryKey: ["needle", quilt.id, quilt.rev, step, first],
      queryFn: ({ signal }) => server.needle(quilt.id, step, first, signal),
      ...forever,
    }),
};

/** The quilt of this address with what was counted, kept fresh while other tabs and tablets count. */
export function useProject() {
  const { id = "" } = useParams();
  const queries = useQueryClient();
  useEffect(() => {
    const channel = new BroadcastChannel("vicis");
    channel.onmessage = (m) => {
      if (m.data !== id) return;
      queries.invalidateQueries({ queryKey: asks.quilt(id).queryKey });
      queries.invalidateQueries({ queryKey: asks.progress(id).queryKey });
    };
    return () => channel.close();
  }, [id, queries]);
  const quilt = useQuery(asks.quilt(id));
  const progress = useQuery({
    ...asks.progress(id),
    queryFn: async ({ signal }) =>
      newer(queries.getQueryData(asks.progress(id).queryKey), await server.progress(id, signal)),
  });
  // What was counted is held against one plan: where another came in between, what is behind is asked for again.
  const behind = quilt.data && progress.data ? order(quilt.data, progress.data) : 0;
  useEffect(() => {
    if (behind)
      queries.invalidateQueries({ queryKey: behind < 0 ? asks.quilt(id).queryKey : asks.progress(id).queryKey });
  }, [behind, id, queries]);
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

/** What a new quilt starts with by a rule, and what a document means by what it leaves out. */
export function useBeginning(measure: "in" | "cm") {
  const { data } = useQuery(asks.beginnings());
  return data?.find((b) => b.measure === measure);
}

/** What each batch asks for and what is sewn on one chain; anew with every count. */
export function useOrder(project: Project) {
  return useQuery({
    ...asks.order(project),
    placeholderData: (before) => before,
  });
}

/** Which of two plans is the older: by revision, then by where its cutting is planned from. */
const order = (a: Planned, b: Planned) => a.rev - b.rev || a.mark - b.mark;
type Planned = { rev: number; mark: number };

/** An answer that was overtaken on the way must not put the count back: events are only ever added. */
function newer(have: Tallied | undefined, got: Tallied): Tallied {
  return have && order(have, got) === 0 && have.progress.events > got.progress.events ? have : got;
}

/** Puts progress that just came back in its place, and tells the other tabs. */
export function useTakeProgress() {
  const queries = useQueryClient();
  return (id: string, tallied: Tallied) => {
    queries.setQueryData(asks.progress(id).queryKey, (have) => newer(have, tallied));
    tellOthers(id);
  };
}

/** Puts a quilt that was just stored in its place: what was counted is held against it anew, and the other tabs are told. */
export function useTakeQuilt() {
  const queries = useQueryClient();
  return (quilt: Quilt) => {
    queries.setQueryData(asks.quilt(quilt.id).queryKey, quilt);
    for (const queryKey of [asks.progress(quilt.id).queryKey, revisionsOf(quilt.id), asks.shelf().queryKey, clothKey]) {
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
