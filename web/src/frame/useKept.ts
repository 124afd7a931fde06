// One decision kept at once as a revision, where it is made: an undo takes it back.
import { useMutation } from "@tanstack/react-query";
import { type Document, type Project, server } from "../api/client";
import { useTakeQuilt } from "../api/queries";

export function useKept(project: Project) {
  const take = useTakeQuilt();
  return useMutation({
    mutationFn: (document: Document) => server.save(project.id, project.rev, document),
    onSuccess: take,
  });
}
