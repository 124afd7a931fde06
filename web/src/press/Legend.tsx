// What the signs on the back mean.
import { Flex } from "@chakra-ui/react";
import { CrossMark, ThickMark, Undone } from "../drawn/Picture";

export function Legend() {
  return (
    <Flex gap="26px" mt="18px" wrap="wrap" fontSize="note" color="soft" justify="center">
      {(
        [
          ["nests", "interlocks"],
          ["clashes", "lies on the other"],
          ["open", "opened"],
          ["spun", "spun"],
        ] as const
      ).map(([state, word]) => (
        <Flex key={state} align="center" gap="8px">
          <svg width="26" height="22" viewBox="-13 -11 26 22" fill="none" aria-hidden="true">
            <CrossMark state={state} r={9} px={1} />
          </svg>
          {word}
        </Flex>
      ))}
      <Flex align="center" gap="8px">
        <svg width="26" height="12" viewBox="0 0 26 12" aria-hidden="true">
          <Undone lines={[{ x1: 2, y1: 6, x2: 24, y2: 6 }]} px={1} />
        </svg>
        stitches to undo
      </Flex>
      <Flex align="center" gap="8px">
        <svg width="26" height="26" viewBox="-13 -13 26 26" fill="none" aria-hidden="true">
          <ThickMark r={8} px={1} stroke="var(--v-colors-ink)" />
        </svg>
        thick: the needle labours
      </Flex>
      <Flex align="center" gap="8px">
        <svg width="26" height="12" aria-hidden="true" style={{ background: "var(--v-colors-calico)" }}>
          <rect
            x="1"
            y="1"
            width="24"
            height="10"
            fill="var(--v-colors-pencil)"
            fillOpacity="0.26"
            stroke="var(--v-colors-pencil)"
            strokeOpacity="0.6"
          />
        </svg>
        allowance, on the side where it lies
      </Flex>
    </Flex>
  );
}
