// A change of plan before it is kept. The draft is the document as typed; the core says at once what it comes to and what is
// wrong with it. It is kept in the browser until it is stored or let go, so that nothing typed is lost.
import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useDebounce } from "use-debounce";
import { type Document, type Preview, type Problem, type Project, Refused, server } from "../api/client";
import { asks, useTakeQuilt } from "../api/queries";
import { changed, type Path, type SetPlace } from "./change";

/** How long one pauses between two letters, in milliseconds. */
const pause = 150;

type Kept = { rev: number; document: Document };

function read(id: string): Kept | undefined {
  try {
    const text = localStorage.getItem(`vicis-draft-${id}`);
    return text ? (JSON.parse(text) as Kept) : undefined;
  } catch {
    return undefined;
  }
}

export function useDraft(project: Project) {
  const takeQuilt = useTakeQuilt();
  const key = `vicis-draft-${project.id}`;
  const [draft, setDraft] = useState<Kept | undefined>(() => read(project.id));
  const document = draft?.document ?? project.document;

  useEffect(() => {
    try {
      if (draft) localStorage.setItem(key, JSON.stringify(draft));
      else localStorage.removeItem(key);
    } catch {
      // A browser that keeps nothing: the draft lives as long as the page.
    }
  }, [draft, key]);

  // A preview waits for a pause in typing; one that is overtaken is dropped on its way.
  const [asked] = useDebounce(document, pause);
  const previewed = useQuery({
    ...asks.preview(asked),
    enabled: !!draft,
    placeholderData: keepPreviousData,
  });
  const preview: Preview = draft ? (previewed.data ?? project) : project;
  const refused = previewed.error instanceof Refused ? previewed.error.trouble.problems : undefined;
  const problems: Problem[] = draft && refused ? refused : preview.problems;

  const [settling, setSettling] = useState(false);
  const fresh = asked === document && !previewed.isPlaceholderData && !refused ? previewed.data : undefined;
  useEffect(() => {
    if (!settling || !fresh) return;
    setSettling(false);
    // What was changed in the meantime stays as it is.
    setDraft((d) => (d && d.document === asked ? { ...d, document: fresh.document } : d));
  }, [settling, fresh, asked]);

  const save = useMutation({
    mutationFn: (base: number) => server.save(project.id, base, document),
    onSuccess: (quilt) => {
      takeQuilt(quilt);
      setDraft(undefined);
    },
  });

  /** A place that is known only as one goes, such as what a question of the core writes. */
  const put = (path: Path, value: unknown) => {
    setSettling(false);
    setDraft((d) => ({
      rev: d?.rev ?? project.rev,
      document: changed(d?.document ?? project.document, path, value),
    }));
  };
  return {
    id: project.id,
    document,
    preview,
    problems,
    dirty: !!draft,
    save,
    base: draft?.rev ?? project.rev,
    trouble: draft && previewed.error && !refused ? previewed.error : undefined,
    set: put as SetPlace<Document>,
    put,
    /** Another document in place of this one, as the core proposed it. */
    take: (document: Document) => setDraft((d) => ({ rev: d?.rev ?? project.rev, document })),
    /** Once a field is left, what was typed takes its canonical text, so that it keeps its unit. */
    settle: () => setSettling(!!draft),
    discard: () => {
      setDraft(undefined);
      save.reset();
    },
    at: (...places: string[]) => problems.filter((p) => places.includes(p.at)),
    below: (place: string) => problems.filter((p) => p.at === place || p.at.startsWith(`${place}/`)),
  };
}

export type Draft = ReturnType<typeof useDraft>;
