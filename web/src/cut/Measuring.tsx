// What waits for a measurement: plain blocks and sashing for a pieced block, borders for the pieced top. What is written here is
// kept as a revision.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { type Document, type Problem, type Project, Refused } from "../api/client";
import { TextField } from "../frame/fields";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Wrong } from "../frame/States";
import { useKept } from "../frame/useKept";

type Size = Document["top"]["measured"];

export function Measuring({ project }: { project: Project }) {
  const { plan, document } = project;
  const block = plan.trim.some((t) => t.kind === "block" && t.id !== "block-measured");
  const borders = (document.top.borders ?? []).length > 0;
  if (!block && !borders) return null;
  const should = (id: string) => plan.trim.find((t) => t.id === id)?.unfinished ?? "";
  const first = document.top.repeat[0]?.[0]?.unit ?? "";
  return (
    <Section title="Cut after measuring">
      <Box id="measure" />
      {block && (
        <Measured
          project={project}
          key={`block ${document.top.block?.width} ${document.top.block?.height}`}
          of="block"
          says={`${waiting(project)} Measure some, pressed, through their middle; one should be ${should(first)}.`}
          label="A block measures"
          act="Go on from it"
        />
      )}
      {borders && (
        <Measured
          project={project}
          key={`top ${document.top.measured?.width} ${document.top.measured?.height}`}
          of="measured"
          says={`Borders are cut to the top as it is, not as it should be. Measure it pressed, through its middle; it should be ${should("top")}.`}
          label="The top measures"
          act="Cut the borders to it"
        />
      )}
    </Section>
  );
}

function Measured({
  project,
  of,
  says,
  label,
  act,
}: {
  project: Project;
  of: "block" | "measured";
  says: string;
  label: string;
  act: string;
}) {
  const measured = project.document.top[of];
  const [width, setWidth] = useState(measured?.width ?? "");
  const [height, setHeight] = useState(measured?.height ?? "");
  const keep = useKept(project);
  const measures = (m: Size) => keep.mutate({ ...project.document, top: { ...project.document.top, [of]: m } });
  const refused: Problem[] = keep.error instanceof Refused ? (keep.error.trouble.problems ?? []) : [];
  const at = (place: string) => [...refused, ...project.problems].filter((p) => p.at === `/top/${of}/${place}`);
  return (
    <Box mb="16px">
      <Text color="soft" mb="8px">
        <Ruled>{says}</Ruled>
      </Text>
      <Flex gap="14px" wrap="wrap" align="start">
        <Box w="190px">
          <TextField label={`${label} across`} value={width} onChange={setWidth} problems={at("width")} />
        </Box>
        <Box w="190px">
          <TextField label={`${label} down`} value={height} onChange={setHeight} problems={at("height")} />
        </Box>
        <Button
          mt="22px"
          h="36px"
          size="sm"
          variant="solid"
          disabled={keep.isPending || width.trim() === "" || height.trim() === ""}
          onClick={() => measures({ width, height })}
        >
          {act}
        </Button>
        {measured && (
          <Button mt="22px" h="36px" size="sm" onClick={() => measures(undefined)}>
            Not measured yet
          </Button>
        )}
      </Flex>
      {keep.error && at("width").length + at("height").length === 0 && <Wrong error={keep.error} />}
    </Box>
  );
}

/** What follows the blocks as they are: of what there is in this quilt. */
function waiting({ document: d }: Project) {
  const listed = (list: string[]) => list.join(", ").replace(/, ([^,]*)$/, " and $1");
  const patch = (id: string) => d.units.some((u) => u.id === id && u.how.by === "patch");
  const cut = [
    d.top.sashing && "sashing",
    d.top.repeat.flat().some((c) => patch(c.unit)) && "plain blocks",
    d.top.point && "triangles",
  ].filter((w) => typeof w === "string");
  const round = [
    "rows",
    (d.top.borders ?? []).length > 0 && "borders",
    d.top.backing && "backing",
    d.top.binding && "binding",
  ].filter((w) => typeof w === "string");
  const follow = `${listed(round)} follow`;
  if (cut.length === 0) return `${follow.charAt(0).toUpperCase()}${follow.slice(1)} the pieced blocks as they are.`;
  const first = listed(cut);
  const are = cut.length === 1 && cut[0] === "sashing" ? "is" : "are";
  return `${first.charAt(0).toUpperCase()}${first.slice(1)} ${are} cut to the pieced blocks as they are, and ${follow}.`;
}
