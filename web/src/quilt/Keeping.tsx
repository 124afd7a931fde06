// What is changed and not kept, and what to do about it.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useEffect, useRef } from "react";
import { Refused } from "../api/client";
import { Key } from "../frame/Key";
import { onQuilt } from "../frame/keyList";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";
import type { Draft } from "./draft";

export function Keeping({ draft, newest }: { draft: Draft; newest: number }) {
  const saving = useRef(draft);
  saving.current = draft;
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key !== onQuilt.keep.on) return;
      e.preventDefault();
      const d = saving.current;
      if (d.dirty) d.save.mutate(d.base);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
  if (!draft.dirty) return null;
  const stale =
    draft.save.error instanceof Refused && draft.save.error.status === 412 ? draft.save.error.trouble : undefined;
  const stops = draft.problems.filter((p) => p.stops);
  return (
    <Box
      position="sticky"
      top="0"
      zIndex="1"
      bg="madder.wash"
      mx="-12px"
      px="12px"
      py="10px"
      mb="14px"
      borderLeftWidth="4px"
      borderColor="madder"
    >
      <Flex align="center" gap="12px" wrap="wrap">
        <Text fontWeight="600" flex="1">
          Changed, not kept yet
        </Text>
        <Button
          variant="solid"
          size="sm"
          disabled={draft.save.isPending || stops.length > 0}
          onClick={() => draft.save.mutate(draft.base)}
        >
          Keep this plan <Key>{onQuilt.keep.shown}</Key>
        </Button>
        <Button size="sm" onClick={draft.discard}>
          Let it go
        </Button>
      </Flex>
      {stops.length > 0 && (
        <Text mt="6px">
          <Ruled>{`It can be kept once this is mended: ${stops[0]?.says ?? ""} ${stops[0]?.mend ?? ""}`}</Ruled>
        </Text>
      )}
      {stale ? (
        <Box mt="8px" role="alert">
          <Text fontWeight="600">{stale.detail}</Text>
          <Flex gap="10px" mt="8px">
            <Button size="sm" onClick={() => draft.save.mutate(stale.newest ?? newest)}>
              Keep mine as the newest
            </Button>
            <Button size="sm" onClick={draft.discard}>
              Take the other
            </Button>
          </Flex>
        </Box>
      ) : (
        draft.save.error && <Wrong error={draft.save.error} />
      )}
      {draft.trouble && <Wrong error={draft.trouble} />}
    </Box>
  );
}
