import { Box } from "@chakra-ui/react";
import { useLayoutEffect, useRef, useState } from "react";
import type { Laid, Picture, Project, Step } from "../api/client";
import { coloursOf } from "../drawn/colours";
import { Chain } from "./Chain";
import { phone, shortPhone } from "./short";

/** The chain across the whole width. */
export function ChainRow({
  picture,
  laid,
  project,
  good,
  make,
  card,
  bobbin,
  kit,
  then,
}: {
  picture: Picture | undefined;
  laid: Laid | undefined;
  project: Project;
  good: number;
  make: number;
  /** A phone has no room for it beside the card of the step. */
  card: boolean;
  /** After so many of all the bobbin runs out; below zero when that is not known. */
  bobbin: number;
  /** After so many of all a kit has what it takes. */
  kit: number | undefined;
  /** The kind that is sewn next on this chain. */
  then: Step | undefined;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState({ w: 0, h: 0 });
  useLayoutEffect(() => {
    const el = frame.current;
    if (!el) return;
    const watch = new ResizeObserver(() => setRoom({ w: el.clientWidth, h: el.clientHeight }));
    watch.observe(el);
    return () => watch.disconnect();
  }, []);
  const following = then && project.plan.pictures[then.picture];
  const toGo = project.progress.steps.find((s) => s.id === then?.id)?.toGo ?? 0;
  return (
    <Box
      ref={frame}
      bg="cotton"
      borderTopWidth="1px"
      borderColor="hair"
      overflow="hidden"
      flexShrink={0}
      h={{ base: "84px", md: "112px" }}
      css={{ "@media (max-height: 779px)": { height: "84px" }, [card ? phone : shortPhone]: { display: "none" } }}
      pt="6px"
    >
      {picture && room.w > 0 && (
        <Chain
          picture={picture}
          laid={laid}
          colours={coloursOf(project.document)}
          good={good}
          make={make}
          chain={project.plan.chain}
          bobbin={bobbin}
          kit={kit}
          then={following && toGo > 0 ? { picture: following, laid: then?.sewing?.laid, toGo } : undefined}
          width={room.w}
          height={room.h - 6}
        />
      )}
    </Box>
  );
}
