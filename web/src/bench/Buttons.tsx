// The buttons under the count, for a finger or a mouse.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { atTheMachine } from "../frame/keyList";
import { Key, WideKey } from "./Key";
import type { Counting } from "./useCounting";

/** tight: the card of the step needs room beside them. */
export function Buttons({ counting, toGo, tight }: { counting: Counting; toGo: number; tight?: boolean }) {
  const { tally, knife, cut, iron, digits, setDigits, typed, mode, setMode, enter, recountOrNot, lieHere } = counting;
  const K = tight ? WideKey : Key;
  const last = typed === undefined && toGo < 2; // of several there are none to count at once
  return (
    <Box flexShrink={0}>
      <Flex minH={{ base: "26px", md: tight ? "24px" : "34px" }} align="center" role="status">
        <Text fontSize={{ base: "large", md: "lead" }} fontWeight="600" color="madder">
          {mode === "recount"
            ? typed === undefined
              ? "Count again: how many good ones so far, or how many lie here?"
              : `${typed} good ones so far: Enter. ${typed} lie here now: H`
            : typed !== undefined
              ? `${typed} more: Enter`
              : ""}
        </Text>
      </Flex>
      <Box display="grid" gridTemplateColumns="repeat(6, 1fr)" gap="10px">
        <Button
          variant="solid"
          gridColumn={last ? { base: "span 5", md: "span 6" } : "span 3"}
          minH={{ base: "72px", md: tight ? "60px" : "76px" }}
          fontSize="lead"
          onClick={() => tally.made(1)}
        >
          One more <K>Space</K>
        </Button>
        <Button
          {...(last && { display: "none" })}
          gridColumn={{ base: "span 2", md: "span 3" }}
          minH={{ base: "72px", md: tight ? "60px" : "76px" }}
          fontSize="large"
          onClick={typed === undefined ? () => tally.made(Math.min(10, toGo)) : enter}
        >
          {typed === undefined
            ? `${Math.min(10, toGo)} more`
            : mode === "recount"
              ? `${typed} so far`
              : `${typed} more`}
          {typed !== undefined && <Key>Enter</Key>}
        </Button>
        <Button
          display={{ base: "inline-flex", md: "none" }}
          minH="72px"
          px="0"
          aria-label="Type a number"
          aria-pressed={mode === "many"}
          onClick={() => setMode(mode === "many" ? "count" : "many")}
        >
          123
        </Button>
        {mode === "recount" && typed !== undefined && (
          <Button
            gridColumn="span 6"
            minH={{ base: "56px", md: tight ? "44px" : "56px" }}
            {...(tight && { px: "6px", fontSize: "small" })}
            onClick={lieHere}
          >
            {`${typed} lie here now`} <K>H</K>
          </Button>
        )}
        {knife && (
          <Button
            gridColumn="span 6"
            minH={{ base: "56px", md: tight ? "44px" : "56px" }}
            {...(tight && { px: "6px", fontSize: "small" })}
            onClick={cut}
          >
            {`One ${knife.of} cut: every pile`} <Key>{atTheMachine.all.shown}</Key>
          </Button>
        )}
        <Button
          gridColumn={iron ? "span 6" : "span 2"}
          minH={{ base: "56px", md: tight ? "44px" : "56px" }}
          {...(tight && { px: "6px", fontSize: "small" })}
          disabled={!tally.canUndo}
          onClick={() => tally.undo()}
        >
          Take back <K>Z</K>
        </Button>
        {!iron && (
          <>
            <Button
              gridColumn="span 2"
              minH={{ base: "56px", md: tight ? "44px" : "56px" }}
              {...(tight && { px: "6px", fontSize: "small" })}
              onClick={() => setMode("aside")}
            >
              Set aside <K>R</K>
            </Button>
            <Button
              gridColumn="span 2"
              minH={{ base: "56px", md: tight ? "44px" : "56px" }}
              {...(tight && { px: "6px", fontSize: "small" })}
              aria-pressed={mode === "recount"}
              onClick={recountOrNot}
            >
              Recount <K>C</K>
            </Button>
          </>
        )}
      </Box>
      {(mode === "recount" || mode === "many") && <Pad digits={digits} setDigits={setDigits} />}
      <Text color="soft" fontSize="small" mt="8px" display={{ base: "none", md: tight ? "none" : "block" }}>
        Digits and <Key>Enter</Key> count that many at once.
      </Text>
    </Box>
  );
}

/** Digits to tap, where there is no keyboard. */
function Pad({ digits, setDigits }: { digits: string; setDigits: (d: string) => void }) {
  return (
    <Box display="grid" gridTemplateColumns="repeat(11, 1fr)" gap="4px" mt="8px">
      {["0", "1", "2", "3", "4", "5", "6", "7", "8", "9"].map((d) => (
        <Button key={d} size="sm" px="0" minH="40px" onClick={() => setDigits((digits + d).slice(0, 4))}>
          {d}
        </Button>
      ))}
      <Button size="sm" px="0" minH="40px" aria-label="Rub out" onClick={() => setDigits(digits.slice(0, -1))}>
        ←
      </Button>
    </Box>
  );
}
