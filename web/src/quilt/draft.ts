// A change of plan before it is kept. The draft is the document as typed; the core says at once what it comes to and what is
// wrong with it. It is kept in the browser until it is stored or let go, so that nothing typed is lost.
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { type Document, type Preview, type Problem, type Project, Refused, server } from "../api/client";
import { quiltKey, tellOthers } from "../api/queries";
import { changed, type Path } from "./change";

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
  const queries = useQueryClient();
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

  const previewed = useQuery({
    queryKey: ["preview", document],
    queryFn: () => server.preview(document),
    enabled: !!draft,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const preview: Preview = draft ? (previewed.data ?? project) : project;
  const refused = previewed.error instanceof Refused ? previewed.error.trouble.problems : undefined;
  const problems: Problem[] = draft && refused ? refused : preview.problems;

  const save = useMutation({
    mutationFn: (base: number) => server.save(project.id, base, document),
    onSuccess: (p) => {
      queries.setQueryData(quiltKey(project.id), p);
      queries.invalidateQueries({ queryKey: ["shelf"] });
      setDraft(undefined);
      tellOthers(project.id);
    },
  });

  return {
    id: project.id,
    document,
    preview,
    problems,
    dirty: !!draft,
    save,
    base: draft?.rev ?? project.rev,
    trouble: draft && previewed.error && !refused ? previewed.error : undefined,
    set: (path: Path, value: unknown) =>
      setDraft((d) => ({
        rev: d?.rev ?? project.rev,
        document: changed(d?.document ?? project.document, path, value),
      })),
    /** Another document in place of this one, as the core proposed it. */
    take: (document: Document) => setDraft((d) => ({ rev: d?.rev ?? project.rev, document })),
    /** Once a field is left, what was typed takes its canonical text, so that it keeps its unit. */
    settle: () =>
      setDraft((d) =>
        d && previewed.data && previewed.isFetched && !previewed.isPlaceholderData && !refused
          ? { ...d, document: previewed.data.document }
          : d,
      ),
    discard: () => {
      setDraft(undefined);
      save.reset();
    },
    at: (...places: string[]) => problems.filter((p) => places.includes(p.at)),
    below: (place: string) => problems.filter((p) => p.at === place || p.at.startsWith(`${place}/`)),
  };
}

export type Draft = ReturnType<typeof useDraft>;
