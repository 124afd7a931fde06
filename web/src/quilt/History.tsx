// Undo, redo, and the list of revisions with what changed.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type Project, type Revised, server } from "../api/client";
import { asks, useTakeQuilt } from "../api/queries";
import { Key } from "../frame/Key";
import { onQuilt } from "../frame/keyList";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";
import { useKey } from "../frame/useKey";

export function History({ project, dirty }: { project: Project; dirty: boolean }) {
  const [shown, setShown] = useState(false);
  const take = useTakeQuilt();
  const restore = useMutation({
    mutationFn: (body: { act: Revised["act"]; rev?: number }) => server.restore(project.id, project.rev, body),
    onSuccess: take,
  });
  const can = (rev: number) => rev > 0 && !dirty && !restore.isPending;
  useKey(onQuilt.undo, () => can(project.undo) && restore.mutate({ act: "undo" }));
  useKey(onQuilt.redo, () => can(project.redo) && restore.mutate({ act: "redo" }));
  return (
    <Box>
      <Flex gap="8px" wrap="wrap">
        <Button size="sm" disabled={!can(project.undo)} onClick={() => restore.mutate({ act: "undo" })}>
          Undo the last change <Key>{onQuilt.undo.shown}</Key>
        </Button>
        <Button size="sm" disabled={!can(project.redo)} onClick={() => restore.mutate({ act: "redo" })}>
          Do it again <Key>{onQuilt.redo.shown}</Key>
        </Button>
        <Button size="sm" aria-expanded={shown} onClick={() => setShown((s) => !s)}>
          Revisions
        </Button>
      </Flex>
      {restore.error && <Wrong error={restore.error} />}
      {shown && <Revisions project={project} goTo={(rev) => restore.mutate({ act: "change", rev })} locked={dirty} />}
    </Box>
  );
}

function Revisions({ project, goTo, locked }: { project: Project; goTo: (rev: number) => void; locked: boolean }) {
  const { data, error } = useQuery(asks.revisions(project.id, project.rev));
  if (error) return <Wrong error={error} />;
  const acts = { change: "", undo: "undone: ", redo: "done again: " };
  return (
    <chakra.ol mt="10px" maxH="260px" overflowY="auto" tabIndex={0} aria-label="Revisions, the newest first">
      {data?.map((r) => (
        <Flex
          as="li"
          key={r.rev}
          gap="12px"
          py="6px"
          borderTopWidth="1px"
          borderColor="hair"
          align="baseline"
          fontSize="small"
        >
          <Text w="24px" className="tabular" fontWeight="600">
            {r.rev}
          </Text>
          <Text flex="1">
            <Ruled>{acts[r.act] + r.changes.join(", ")}</Ruled>
          </Text>
          <Text color="soft" fontSize="fine" whiteSpace="nowrap">
            {new Date(r.at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" })}
          </Text>
          {r.rev !== project.rev && (
            <Button
              size="sm"
              variant="plain"
              disabled={locked}
              onClick={() => goTo(r.rev)}
              aria-label={`Go back to revision ${r.rev}`}
            >
              go back to it
            </Button>
          )}
        </Flex>
      ))}
    </chakra.ol>
  );
}
