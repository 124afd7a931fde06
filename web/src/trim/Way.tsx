// One way on: what is cut, sewn and bought otherwise, what is lost by it, the quilt before and after; and going it.
import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { newId, type Project, type Step, type WayOn } from "../api/client";
import { useOutbox } from "../bench/useOutbox";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";
import { useKept } from "../frame/useKept";
import { Rounds } from "./Rounds";

/** step is what was measured, where that was something of the plan. */
export function Way({ way, project, step }: { way: WayOn; project: Project; step?: Step }) {
  const keep = useKept(project);
  const { record } = useOutbox(project, () => false);
  const counted = (of: string, n: number, exact: string, look: string, reason: string, rev = project.rev) => ({
    event: {
      id: newId(),
      step: of,
      kind: "recount" as const,
      n,
      exact,
      look,
      reason,
      rev,
      at: new Date().toISOString(),
    },
    effect: { made: 0, aside: 0, pressed: 0 },
  });
  const go = () => {
    if (way.document) {
      keep.mutate(way.document, {
        onSuccess: (saved) =>
          way.carries.length > 0 &&
          record(
            way.carries.map((c) => counted(c.step, c.n, c.exact, c.look, "counted under what it measures", saved.rev)),
          ),
      });
    } else if (way.undone > 0 && step) {
      record([counted(step.id, way.keep, step.exact, step.look, `${way.undone} taken apart to be sewn again`)]);
    }
  };
  return (
    <Box as="li" borderTopWidth="3px" borderColor={way.cannot ? "hair" : "madder"} pt="8px" aria-label={way.name}>
      <Heading as="h3" textStyle="section" mb="2px">
        <Ruled>{way.name}</Ruled>
      </Heading>
      {way.says.map((s) => (
        <Text key={s} fontSize="small" color="soft">
          <Ruled>{s}</Ruled>
        </Text>
      ))}
      {way.cannot ? (
        <Text fontSize="small" mt="8px">
          <Ruled>{`Not here: ${way.cannot}`}</Ruled>
        </Text>
      ) : (
        <>
          <Rounds before={way.before} after={way.quilt} label={`The quilt: ${way.name}`} />
          <chakra.dl fontSize="small" mt="6px">
            {way.follows.map((f) => (
              <Flex
                key={f.what}
                gap="0 8px"
                py="2px"
                wrap="wrap"
                justify="space-between"
                borderTopWidth="1px"
                borderColor="hair"
              >
                <dt>{f.what}</dt>
                <chakra.dd textAlign="right" ml="auto" className="tabular">
                  <chakra.s color="soft" mr="6px" whiteSpace="nowrap">
                    <Ruled>{f.was}</Ruled>
                  </chakra.s>
                  <chakra.span fontWeight="600" whiteSpace="nowrap">
                    <Ruled>{f.is}</Ruled>
                  </chakra.span>
                </chakra.dd>
              </Flex>
            ))}
          </chakra.dl>
          {[...way.lost, ...way.costs].map((s) => (
            <Text key={s} fontSize="small" color="madder" mt="4px">
              <Ruled>{s}</Ruled>
            </Text>
          ))}
          {way.document || way.undone > 0 ? (
            <Button size="sm" mt="10px" variant="solid" disabled={keep.isPending} onClick={go}>
              {way.document ? "Go on so" : "They are taken apart"}
            </Button>
          ) : (
            <Text fontSize="small" color="soft" mt="8px">
              Nothing in the plan changes.
            </Text>
          )}
          {keep.error && <Wrong error={keep.error} />}
        </>
      )}
    </Box>
  );
}
