// What borders wait for: the pieced top, measured through its middle. What is written here is kept as a revision.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { type Document, type Problem, type Project, Refused, server } from "../api/client";
import { quiltKey } from "../api/queries";
import { TextField } from "../frame/fields";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Wrong } from "../frame/States";

export function MeasuredTop({ project }: { project: Project }) {
  const measured = project.document.top.measured;
  const [width, setWidth] = useState(measured?.width ?? "");
  const [height, setHeight] = useState(measured?.height ?? "");
  const queries = useQueryClient();
  const keep = useMutation({
    mutationFn: (m: Document["top"]["measured"]) =>
      server.save(project.id, project.rev, {
        ...project.document,
        top: { ...project.document.top, measured: m },
      }),
    onSuccess: (p) => {
      queries.setQueryData(quiltKey(project.id), p);
      setWidth(p.document.top.measured?.width ?? "");
      setHeight(p.document.top.measured?.height ?? "");
    },
  });
  const refused: Problem[] = keep.error instanceof Refused ? (keep.error.trouble.problems ?? []) : [];
  const at = (place: string) => [...refused, ...project.problems].filter((p) => p.at === `/top/measured/${place}`);
  const top = project.plan.trim.find((t) => t.id === "top");
  return (
    <Section title="Cut after measuring">
      <Text color="soft" mb="10px">
        <Ruled>{`Borders are cut to the top as it is, not as it should be. Measure it pressed, through its middle; it should be ${top?.unfinished ?? ""}.`}</Ruled>
      </Text>
      <Flex gap="14px" wrap="wrap" align="start">
        <Box w="180px">
          <TextField label="Measures across" value={width} onChange={setWidth} problems={at("width")} />
        </Box>
        <Box w="180px">
          <TextField label="and down" value={height} onChange={setHeight} problems={at("height")} />
        </Box>
        <Button
          mt="22px"
          h="36px"
          size="sm"
          variant="solid"
          disabled={keep.isPending || width.trim() === "" || height.trim() === ""}
          onClick={() => keep.mutate({ width, height })}
        >
          Cut the borders to it
        </Button>
        {measured && (
          <Button mt="22px" h="36px" size="sm" onClick={() => keep.mutate(undefined)}>
            Not measured yet
          </Button>
        )}
      </Flex>
      {keep.error && at("width").length + at("height").length === 0 && <Wrong error={keep.error} />}
    </Section>
  );
}
