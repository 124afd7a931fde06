// A picture turned as it lies, filling the place it has: w and h are those of the place, in pixels.
import { Box } from "@chakra-ui/react";
import type { Picture } from "../api/client";
import type { Colours } from "./colours";
import { PictureView } from "./Picture";

type Props = { picture: Picture | undefined; turn: number; w: number; h: number; colours: Colours };

export function Lying({ picture, turn, w, h, colours }: Props) {
  const [pw, ph] = turn % 180 === 0 ? [w, h] : [h, w];
  return (
    <Box
      position="absolute"
      left="50%"
      top="50%"
      pointerEvents="none"
      style={{ transform: `translate(-50%, -50%) rotate(${turn}deg)`, width: pw }}
    >
      <PictureView picture={picture} colours={colours} maxW={pw} maxH={ph} label="" back={false} />
    </Box>
  );
}
