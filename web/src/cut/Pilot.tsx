// One block first: the shortest set of cuts and seams to a finished block, to be measured before the bulk is cut.
import { Box, chakra, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import type { Project } from "../api/client";
import { asks } from "../api/queries";
import { coloursOf } from "../drawn/colours";
import { PictureView } from "../drawn/Picture";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Loading, Wrong } from "../frame/States";

export function Pilot({ project }: { project: Project }) {
  const [open, setOpen] = useState(false);
  const { data, error } = useQuery({
    ...asks.pilot(project.document),
    enabled: open,
  });
  const plan = data?.plan;
  const block = plan?.quilt.cells[0]?.block ?? "";
  const picture = plan?.quilt.blocks[block];
  const waits = (plan?.steps ?? []).flatMap((s) => {
    const t = project.plan.trim.find((one) => one.gauge === s.id);
    return t && s.make > 0 && s.sewing && !isMeasured(project, s.id) ? [t] : [];
  });
  return (
    <Section title="One block first">
      <chakra.details onToggle={(e) => setOpen((e.target as HTMLDetailsElement).open)}>
        <chakra.summary cursor="pointer" minH="36px" color="soft">
          Cut, sew and measure one block before you cut everything.
        </chakra.summary>
        {error && <Wrong error={error} />}
        {open && !data && !error && <Loading label="Cutting one" />}
        {plan && data && (
          <Flex gap="28px" mt="8px" wrap="wrap" align="start">
            {picture && (
              <PictureView
                picture={picture}
                colours={coloursOf(data.document)}
                maxW={150}
                maxH={150}
                label="the block"
                back={false}
              />
            )}
            <Box flex="1" minW="280px">
              {plan.steps
                .filter((s) => s.make > 0)
                .map((s, i) => (
                  <Flex key={s.id} gap="10px" py="3px">
                    <Text className="tabular" color="soft" w="22px" textAlign="right" flexShrink={0}>
                      {i + 1}
                    </Text>
                    <Text>
                      <Ruled>{`${s.says}${s.press && s.sewing ? ` Press ${s.press}.` : ""}`}</Ruled>
                      <Measured project={project} step={s.id} />
                    </Text>
                  </Flex>
                ))}
              <Text mt="8px" fontWeight="600">
                <Ruled>
                  {waits.length === 0
                    ? "Everything that matters is measured: cut the rest."
                    : `Measure in this order: ${waits.map((t) => t.name).join(", ")}. Then cut the rest, or choose a way on first.`}
                </Ruled>
              </Text>
            </Box>
          </Flex>
        )}
      </chakra.details>
    </Section>
  );
}

const isMeasured = (project: Project, step: string) =>
  project.progress.gauged.some((g) => g.step === step && g.reads.some((r) => r.fits && !r.asks));

/** Where what a step makes is measured, and whether it was. */
function Measured({ project, step }: { project: Project; step: string }) {
  const t = project.plan.trim.find((one) => one.gauge === step);
  if (!t) return null;
  return (
    <Link to={`../trim/${encodeURIComponent(step)}`}>
      <Text as="span" fontSize="small" ml="8px" color={isMeasured(project, step) ? "woad" : "madder"} fontWeight="600">
        <Ruled>{isMeasured(project, step) ? "measured ✓" : `measure it: ${t.should}`}</Ruled>
      </Text>
    </Link>
  );
}
