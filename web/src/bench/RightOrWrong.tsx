// Before the next one: the right way beside the wrong one that looks most like it, and the one mark that tells them apart.
import { Box, Flex, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Project, UnderWrong } from "../api/client";
import { coloursOf } from "../drawn/colours";
import { LayersView } from "../drawn/LayersView";
import { LaidPicture } from "../drawn/Picture";
import { Ruled } from "../frame/Ruled";
import { shortPhone } from "./short";
import type { Needle } from "./useNeedle";

export function RightOrWrong({ project, needle: { under, seam } }: { project: Project; needle: Needle }) {
  const wrong = seam?.wrong ?? under?.laid?.wrong;
  if (!wrong) return null;
  const colours = coloursOf(project.document);
  const size = { colours, maxW: 180, maxH: 102 };
  const spot = (w: UnderWrong) => (w.x === 0 && w.y === 0 ? undefined : { up: w.up, x: w.x, y: w.y });
  return (
    <Flex
      direction="column"
      flex={{ md: "0 1 auto" }}
      minH="0"
      overflow="hidden"
      borderTopWidth={{ md: "1px" }}
      borderColor="hair"
      pt={{ md: "6px" }}
      mt={{ md: "6px" }}
    >
      <Text display={{ base: "none", md: "block" }} fontWeight="600" color="soft" fontSize="small">
        Before the next one: which is right?
      </Text>
      <Flex
        gap="28px"
        mt="4px"
        mb="4px"
        flex="0 1 148px"
        minH="0"
        display={{ base: "none", md: "flex" }}
        css={{ "& svg": { height: "100%", width: "auto", minHeight: 0 } }}
      >
        <Side name="right" good>
          {seam ? (
            <LayersView
              {...size}
              lower={seam.lower.picture}
              upper={seam.upper.picture}
              takes={seam.takes}
              spot={spot(wrong)}
              label="the right way"
            />
          ) : (
            under?.laid && (
              <LaidPicture
                {...size}
                under={under.laid.under}
                laid={under.laid.laid}
                spot={spot(wrong)}
                label="the right way"
              />
            )
          )}
        </Side>
        <Side name={wrong.says}>
          {seam && wrong.upper ? (
            <LayersView
              {...size}
              lower={wrong.lower}
              upper={wrong.upper}
              takes={seam.takes}
              spot={spot(wrong)}
              label={`wrong: ${wrong.says}`}
              wrong
            />
          ) : (
            wrong.laid && (
              <LaidPicture
                {...size}
                under={wrong.lower}
                laid={wrong.laid}
                spot={spot(wrong)}
                label={`wrong: ${wrong.says}`}
                wrong
              />
            )
          )}
        </Side>
      </Flex>
      <Text fontSize={{ base: "small", md: "body" }} flexShrink={0} css={{ [shortPhone]: { display: "none" } }}>
        <Ruled>{wrong.tells}</Ruled>
      </Text>
    </Flex>
  );
}

function Side({ name, good, children }: { name: string; good?: boolean; children: ReactNode }) {
  return (
    <Flex direction="column" gap="4px" minH="0" minW="0">
      <Box flex="1" minH="0">
        {children}
      </Box>
      <Text fontSize="small" fontWeight="600" color={good ? "woad" : "madder"} flexShrink={0}>
        <Ruled>{name}</Ruled>
      </Text>
    </Flex>
  );
}
