// Every distinct way to turn the blocks, each drawn small with its price: choosing a layout is a decision.
import { Box, Button, chakra, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Arrangement } from "../api/client";
import { asks } from "../api/queries";
import { coloursOf } from "../drawn/colours";
import { QuiltView } from "../drawn/QuiltView";
import { Loading, Wrong } from "../frame/States";
import type { Draft } from "./draft";

export function Arrangements({ draft }: { draft: Draft }) {
  const [shown, setShown] = useState(false);
  const { data, error } = useQuery({
    ...asks.arrangements(draft.document),
    enabled: shown,
  });
  const colours = coloursOf(draft.document);
  return (
    <Box mt="14px">
      <Button size="sm" aria-expanded={shown} onClick={() => setShown((s) => !s)}>
        Ways to turn the block
      </Button>
      {shown && error && <Wrong error={error} />}
      {shown && !data && !error && <Loading label="Turning" />}
      {shown && data?.list.length === 1 && !data.says && (
        <Text mt="8px" fontSize="small" color="soft">
          It looks the same however it is turned.
        </Text>
      )}
      {shown && data?.says && (
        <Text mt="8px" fontSize="small">
          {data.says}
        </Text>
      )}
      {shown && data && (data.list.length > 1 || data.says) && (
        <Box
          as="ul"
          aria-label="Arrangements"
          mt="10px"
          display="grid"
          gridTemplateColumns="repeat(auto-fill, minmax(108px, 1fr))"
          gap="14px 10px"
        >
          {data.list.map((a) => (
            <li key={JSON.stringify(a.repeat)}>
              <chakra.button
                type="button"
                aria-pressed={a.now}
                onClick={() => draft.set(["top", "repeat"], a.repeat)}
                textAlign="left"
                cursor="pointer"
                w="100%"
                p="5px"
                borderWidth="2px"
                borderColor={a.now ? "madder" : "transparent"}
                _hover={{ borderColor: "line" }}
              >
                <QuiltView layout={a.quilt} colours={colours} maxW={94} maxH={94} label="" />
                <Text mt="4px" fontSize="fine" fontWeight="600" color={a.clashes > 0 ? "madder" : "woad"}>
                  {a.leaves}
                </Text>
                <Text fontSize="fine" color="soft">
                  {words(a)}
                </Text>
              </chakra.button>
            </li>
          ))}
        </Box>
      )}
    </Box>
  );
}

function words(a: Arrangement) {
  const list = [a.name];
  if (a.mirrored > 0) list.push(`${a.mirrored} mirrored`);
  if (a.over > 0) list.push(`${a.over} left over`);
  if (a.turned > 0) list.push(`${a.turned} more turned, unseen`);
  return list.join(", ");
}
