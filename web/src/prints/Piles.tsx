// Piles to carry: what is cut of each print, and what lies in the pile of each block in the order of sewing.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Deal, Progress } from "../api/client";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";

export function Piles({ deal, progress }: { deal: Deal; progress: Progress }) {
  const [by, setBy] = useState<"print" | "sewn" | "block">("print");
  return (
    <Box mt="24px">
      <Section
        title="Piles"
        aside={
          <Flex gap="8px">
            <Button size="sm" aria-pressed={by === "print"} onClick={() => setBy("print")}>
              By print
            </Button>
            {deal.sewn.length > 0 && (
              <Button size="sm" aria-pressed={by === "sewn"} onClick={() => setBy("sewn")}>
                As it is sewn
              </Button>
            )}
            <Button size="sm" aria-pressed={by === "block"} onClick={() => setBy("block")}>
              By block
            </Button>
          </Flex>
        }
      >
        {by === "print" && <ByPrint deal={deal} />}
        {by === "sewn" && (
          <Box columnGap="28px" columnCount={{ base: 1, md: 2 }}>
            {deal.sewn.map((says, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: piles are known by their place
              <Text key={i} fontSize="small" mb="5px" css={{ breakInside: "avoid" }}>
                <Ruled>{says}</Ruled>
              </Text>
            ))}
          </Box>
        )}
        {by === "block" && <ByBlock deal={deal} progress={progress} />}
      </Section>
    </Box>
  );
}

const ByPrint = ({ deal }: { deal: Deal }) => (
  <Box columnGap="28px" columnCount={{ base: 1, md: 2, lg: 3 }}>
    {deal.prints
      .filter((p) => p.cuts.length > 0)
      .map((p) => (
        <Flex key={p.fabric + p.id} gap="10px" mb="10px" css={{ breakInside: "avoid" }} data-testid={`pile-${p.id}`}>
          <Box w="30px" h="30px" flexShrink={0} borderWidth="1px" borderColor="line" style={{ background: p.colour }} />
          <Box>
            <Text fontWeight="600">{p.name}</Text>
            {p.cuts.map((c) => (
              <Text key={c.step} fontSize="small">
                <Ruled>{c.says}</Ruled>
              </Text>
            ))}
          </Box>
        </Flex>
      ))}
  </Box>
);

function ByBlock({ deal, progress }: { deal: Deal; progress: Progress }) {
  const sewn = new Map(progress.sewn.blocks.map((b) => [b.cell, b]));
  return (
    <>
      <Text color="soft" mb="10px">
        {deal.order}
      </Text>
      <Box columnGap="28px" columnCount={{ base: 1, md: 2, lg: 3 }}>
        {deal.cells.map((c, i) => {
          const done = sewn.get(i);
          return c.says ? (
            <Flex
              key={`${c.row} ${c.column}`}
              gap="10px"
              mb="7px"
              css={{ breakInside: "avoid" }}
              color={done ? "soft" : "ink"}
            >
              <Text w="112px" flexShrink={0} fontWeight="600">
                {c.called}
                {done && (
                  <Text as="span" color="woad">
                    {" ✓"}
                  </Text>
                )}
              </Text>
              <Text fontSize="small" pt="1px">
                {c.says}
                {done && done.otherwise.length > 0 && (
                  <Text as="span" color="madder">
                    {` · ${done.otherwise.length} sewn of another`}
                  </Text>
                )}
              </Text>
            </Flex>
          ) : null;
        })}
      </Box>
    </>
  );
}
