// A test strip before the first batch: sewn, pressed and measured, kept with the project by the name of machine, foot and needle position,
// and planned with if the quilter agrees.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { type Document, type Problem, type Project, Refused } from "../api/client";
import { asks } from "../api/queries";
import { Fold } from "../frame/Fold";
import { NumberField, TextField } from "../frame/fields";
import { Ruled } from "../frame/Ruled";
import { Loading, Wrong } from "../frame/States";
import { useKept } from "../frame/useKept";
import { Way } from "../trim/Way";

type Test = NonNullable<Document["seam"]["tests"]>[number];

export function TestStrips({ project }: { project: Project }) {
  const { plan, document } = project;
  const tests = document.seam.tests ?? [];
  const [typed, setTyped] = useState<Test>({ name: "", strips: 3, cut: document.strip, measured: "" });
  const [shown, setShown] = useState(-1);
  const keep = useKept(project);
  const seam = (change: Partial<Document["seam"]>, done?: () => void) =>
    keep.mutate({ ...document, seam: { ...document.seam, ...change } }, { onSuccess: done });
  const refused: Problem[] = keep.error instanceof Refused ? (keep.error.trouble.problems ?? []) : [];
  const at = (place: string) => refused.filter((p) => p.at === `/seam/tests/${tests.length}/${place}`);
  const elsewhere = refused.length === 0 || refused.some((p) => !p.at.startsWith("/seam/tests/"));
  const { data: known } = useQuery(asks.allowances());
  const others = (known ?? []).filter((a) => !tests.some((t) => t.name === a.name));
  return (
    <Box mb="18px" maxW="900px" role="group" aria-label="Test strip">
      <Text color="soft">
        <b>A test strip first. </b>
        <Ruled>{plan.test}</Ruled>
      </Text>
      {tests.map((t, i) => {
        const said = plan.tests[i];
        return (
          <Flex key={`${t.name} ${t.measured}`} gap="12px" align="baseline" mt="8px" wrap="wrap">
            <Box flex="1" minW="260px">
              <Text fontWeight="600">{t.name}</Text>
              {said && (
                <Text fontSize="small">
                  <Ruled>{said.says}</Ruled>{" "}
                  <chakra.span color="soft" className="tabular">
                    <Ruled>{said.sum}</Ruled>
                  </chakra.span>
                </Text>
              )}
            </Box>
            {said && !said.planned && (
              <Button size="sm" aria-pressed={shown === i} onClick={() => setShown(shown === i ? -1 : i)}>
                {`What follows from it: ${t.name}`}
              </Button>
            )}
            <Button
              size="sm"
              variant="plain"
              disabled={keep.isPending}
              onClick={() => seam({ tests: tests.filter((_, k) => k !== i) })}
              aria-label={`Take out ${t.name}`}
            >
              Take out
            </Button>
            {said && !said.planned && shown === i && <Follows project={project} stitched={said.stitched} />}
          </Flex>
        );
      })}
      <Fold
        mt="8px"
        must={refused.length > 0}
        summary={
          <chakra.summary cursor="pointer" fontSize="small" fontWeight="600">
            What did yours measure?
          </chakra.summary>
        }
      >
        <chakra.form
          display="flex"
          flexWrap="wrap"
          gap="10px"
          alignItems="start"
          mt="6px"
          onSubmit={(e) => {
            e.preventDefault();
            seam({ tests: [...tests, typed] }, () => setTyped({ ...typed, name: "", measured: "" }));
          }}
        >
          <TextField
            label="Machine, foot, needle position"
            value={typed.name}
            onChange={(name) => setTyped({ ...typed, name })}
            problems={at("name")}
            w="250px"
          />
          <NumberField
            label="Strips"
            min={2}
            max={20}
            value={typed.strips}
            onChange={(strips) => setTyped({ ...typed, strips })}
            problems={at("strips")}
            w="80px"
          />
          <TextField
            label="each cut"
            value={typed.cut}
            onChange={(cut) => setTyped({ ...typed, cut })}
            problems={at("cut")}
            w="100px"
          />
          <TextField
            label="all measured"
            value={typed.measured}
            onChange={(measured) => setTyped({ ...typed, measured })}
            problems={at("measured")}
            w="130px"
          />
          <Button
            type="submit"
            size="sm"
            minH="36px"
            mt="22px"
            disabled={keep.isPending || typed.name.trim() === "" || typed.measured.trim() === ""}
          >
            Keep the test strip
          </Button>
        </chakra.form>
        {others.length > 0 && (
          <Box mt="8px">
            <Text fontSize="small" color="soft">
              From your other quilts:
            </Text>
            {others.map((a) => (
              <Flex key={a.name} gap="10px" align="baseline">
                <Text fontSize="small">
                  <Ruled>{`${a.name}: ${a.takes} (${a.quilt})`}</Ruled>
                </Text>
                <Button
                  size="sm"
                  variant="plain"
                  disabled={keep.isPending}
                  onClick={() => seam({ tests: [...tests, a.test] })}
                  aria-label={`Take ${a.name}`}
                >
                  Take it
                </Button>
              </Flex>
            ))}
          </Box>
        )}
        {keep.error && elsewhere && <Wrong error={keep.error} />}
      </Fold>
    </Box>
  );
}

/** All that follows where every seam is planned so, before it is. */
function Follows({ project, stitched }: { project: Project; stitched: string }) {
  const { data, error } = useQuery(asks.allowance(project, stitched));
  if (error) return <Wrong error={error} />;
  if (!data) return <Loading few label="Working out what follows" />;
  return (
    <Box as="ul" w="100%" maxW="420px">
      <Way way={data} project={project} />
    </Box>
  );
}
