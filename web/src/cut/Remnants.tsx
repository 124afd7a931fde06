// What is left once all is cut, to go back to the shelf of cloth.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useMutation, useQuery } from "@tanstack/react-query";
import type { Project, Remnant } from "../api/client";
import { server } from "../api/client";
import { asks, useTakeQuilt } from "../api/queries";
import { usePut } from "../cloth/ClothPage";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Wrong } from "../frame/States";
import { useKept } from "../frame/useKept";
import { Worked } from "../frame/Working";

export function Remnants({ project }: { project: Project }) {
  const { data } = useQuery(asks.cloth());
  const take = useTakeQuilt();
  const cut = useMutation({
    mutationFn: () => server.cut(project.id, project.rev),
    onSuccess: take,
  });
  const ends = useKept(project);
  const used = project.document.schools.ends === "use";
  const list = project.plan.remnants;
  const promised = project.document.supplies ?? [];
  if (list.length === 0 && promised.length === 0) return null;
  const back = (i: number) => !!list[i]?.lies || !!data?.some((h) => h.id === project.remnants[i]);
  const done = promised.every((s) => s.cut) && list.every((_, i) => back(i));
  return (
    <Section title="What is left">
      <Text color="soft" mb="6px">
        {`Once it is cut, it goes back to the shelf of cloth, where another quilt can be promised it.${project.here ? " Told of the whole quilt, from nothing." : ""}`}
      </Text>
      <Flex gap="12px" align="center" mb="10px" wrap="wrap">
        {done ? (
          <Text color="woad" fontWeight="600">
            All is cut, and the shelf is true ✓
          </Text>
        ) : (
          <Button size="sm" variant="solid" disabled={cut.isPending} onClick={() => cut.mutate()}>
            {promised.length > 0
              ? "All is cut: take what it used off the shelf, and put these on it"
              : "All is cut: put these on the shelf"}
          </Button>
        )}
      </Flex>
      {cut.error && <Wrong error={cut.error} />}
      {project.plan.ends && (
        <Flex gap="12px" align="center" mb="10px" wrap="wrap">
          <Text color={used ? "woad" : undefined}>{project.plan.ends}</Text>
          <Button
            size="sm"
            disabled={ends.isPending}
            onClick={() => {
              const d = project.document;
              ends.mutate({ ...d, schools: { ...d.schools, ends: used ? "keep" : "use" } });
            }}
          >
            {used ? "Keep the ends whole" : "Use the ends"}
          </Button>
        </Flex>
      )}
      {ends.error && <Wrong error={ends.error} />}
      {project.plan.goodFor.length > 0 && (
        <Box mb="10px" aria-label="What it could become" role="group">
          {project.plan.goodFor.length > 1 && (
            <Text color="soft" mb="4px">
              It could become one of these; each is reckoned as if it had all of it.
            </Text>
          )}
          {project.plan.goodFor.map((g) => (
            <Box key={g.says} mb="4px">
              <Worked working={g.working} label="What is left">
                <Ruled>{g.says}</Ruled>
              </Worked>
            </Box>
          ))}
        </Box>
      )}
      {list.map((r, i) => (
        <Left key={r.key} remnant={r} id={project.remnants[i] ?? ""} back={back(i)} from={project.plan.name} />
      ))}
    </Section>
  );
}

function Left({ remnant: r, id, back, from }: { remnant: Remnant; id: string; back: boolean; from: string }) {
  const { put } = usePut();
  return (
    <Flex py="8px" gap="14px" borderTopWidth="1px" borderColor="hair" align="center" wrap="wrap">
      <Box w="26px" h="26px" style={{ background: r.colour }} borderWidth="1px" borderColor="line" />
      <Box flex="1" minW="200px">
        <Text>
          <Ruled>{`${r.name}: ${r.count} of ${r.size}`}</Ruled>
        </Text>
        {r.fits && (
          <Text fontSize="note" color="soft">
            <Ruled>{`Large enough for ${r.fits}.`}</Ruled>
          </Text>
        )}
        {put.error && <Wrong error={put.error} />}
      </Box>
      {back ? (
        <Text color="woad" fontWeight="600">
          on the shelf ✓
        </Text>
      ) : (
        <Button
          size="sm"
          disabled={put.isPending}
          aria-label={`Put ${r.name}, ${r.size}, on the shelf`}
          onClick={() => {
            const { name, colour, kind, width, length, count } = r;
            put.mutate({ id, name, colour, kind, width, length, count, note: `left of ${from}` });
          }}
        >
          Put it on the shelf
        </Button>
      )}
    </Flex>
  );
}
