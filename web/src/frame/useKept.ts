// One decision kept at once as a revision, where it is made: an undo takes it back.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type Document, type Project, server } from "../api/client";
import { quiltKey, tellOthers } from "../api/queries";

export function useKept(project: Project) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (document: Document) => server.save(project.id, project.rev, document),
    onSuccess: (p) => {
      queries.setQueryData(quiltKey(project.id), p);
      queries.invalidateQueries({ queryKey: ["shelf"] });
      tellOthers(project.id);
    },
  });
}
