// Traditional units and blocks: choose one, size it, colour it, see it from both sides and beside itself, put it on the shelf.
import { Box, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { Shown } from "../api/client";
import { asks } from "../api/queries";
import { PictureView } from "../drawn/Picture";
import { Mark } from "../frame/Mark";
import { Ruled } from "../frame/Ruled";
import { Loading, Wrong } from "../frame/States";
import { ChosenBlock } from "./ChosenBlock";

export function LibraryPage() {
  const { block } = useParams();
  // A name that was typed stays, whichever block is chosen.
  const [name, setName] = useState<string>();
  const { data, error } = useQuery(asks.library());
  const chosen = data?.find((e) => e.id === block) ?? data?.[0];
  return (
    <Box maxW="1280px" mx="auto" px={{ base: "16px", md: "28px" }} pb="40px">
      <Flex as="header" align="center" gap="14px" py="14px" borderBottomWidth="1px" borderColor="hair">
        <Link to="/" aria-label="To the shelf">
          <Mark />
        </Link>
        <Heading as="h1" textStyle="page">
          Blocks to begin with
        </Heading>
        <Text color="soft" display={{ base: "none", md: "block" }}>
          traditional, and nobody's own
        </Text>
      </Flex>
      {error && <Wrong error={error} />}
      {!data && !error && <Loading label="Unfolding the blocks" />}
      {data && chosen && (
        <Flex as="main" gap={{ base: "24px", lg: "40px" }} mt="18px" direction={{ base: "column", lg: "row" }}>
          <Shelves entries={data} chosen={chosen} />
          <Box flex="1" minW="0">
            <ChosenBlock key={chosen.id} entry={chosen} name={name ?? chosen.name} setName={setName} />
          </Box>
        </Flex>
      )}
    </Box>
  );
}

/** On the long shelf the chosen block is where it can be seen. */
const inSight = (button: HTMLButtonElement | null) => button?.scrollIntoView({ block: "nearest", inline: "center" });

/** All blocks, group by group, as small as they can still be told apart; one long shelf where there is little room. */
function Shelves({ entries, chosen }: { entries: Shown[]; chosen: Shown }) {
  const away = useNavigate();
  const groups = [...new Set(entries.map((e) => e.group))];
  return (
    <Box
      as="nav"
      aria-label="Blocks"
      w={{ base: "100%", lg: "440px" }}
      flexShrink={0}
      display={{ base: "flex", lg: "block" }}
      gap="26px"
      overflowX={{ base: "auto", lg: "visible" }}
    >
      {groups.map((g) => (
        <Box key={g} mb={{ base: "6px", lg: "16px" }}>
          <Heading
            as="h2"
            fontSize="note"
            fontWeight="600"
            color="soft"
            mb="8px"
            css={{ "&::first-letter": { textTransform: "uppercase" } }}
          >
            {g.replaceAll("-", " ")}
          </Heading>
          <Flex wrap={{ base: "nowrap", lg: "wrap" }} gap="10px 12px">
            {entries
              .filter((e) => e.group === g)
              .map((e) => (
                <chakra.button
                  key={e.id}
                  type="button"
                  title={e.name}
                  aria-label={e.name}
                  aria-current={e === chosen ? "true" : undefined}
                  onClick={() => away(`/library/${e.id}`)}
                  ref={e === chosen ? inSight : undefined}
                  h="66px"
                  minW="62px"
                  pb="5px"
                  display="flex"
                  alignItems="end"
                  justifyContent="center"
                  borderBottomWidth="3px"
                  borderColor={e === chosen ? "madder" : "transparent"}
                  cursor="pointer"
                >
                  <PictureView picture={e.picture} colours={e.colours} maxW={84} maxH={58} label="" back={false} />
                </chakra.button>
              ))}
          </Flex>
        </Box>
      ))}
      <Text color="soft" fontSize="note" display={{ base: "none", lg: "block" }}>
        <Ruled>Each is a project file of its own; change anything in it once it lies on your shelf.</Ruled>
      </Text>
    </Box>
  );
}
