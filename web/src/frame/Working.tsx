// Show the working: the sum behind a number, in trade words with its values, and the rule. The core gives both.
import { Box, chakra, Text } from "@chakra-ui/react";
import { createContext, type ReactNode, useContext, useState } from "react";
import { Link, useParams } from "react-router";
import type { Working } from "../api/client";
import { everywhere } from "./keyList";
import { Ruled } from "./Ruled";
import { useKey } from "./useKey";

const Shown = createContext(false);

/** W shows the working of every number on the page, and hides it again. */
export function WorkingArea({ children }: { children: ReactNode }) {
  const [all, setAll] = useState(false);
  useKey(everywhere.working, () => setAll((a) => !a));
  return <Shown.Provider value={all}>{children}</Shown.Provider>;
}

/** A number that can say where it comes from: click it, or press W for all. */
export function Worked({ working, children, label }: { working: Working; children: ReactNode; label: string }) {
  const all = useContext(Shown);
  const [own, setOwn] = useState(false);
  const shown = all || own;
  return (
    <Box display="inline-block" maxW="100%">
      <chakra.button
        type="button"
        aria-expanded={shown}
        aria-label={`${label}: show the working`}
        title="Show the working (W)"
        onClick={() => setOwn((o) => !o)}
        cursor="pointer"
        textAlign="inherit"
        borderBottomWidth="1px"
        borderBottomStyle="dotted"
        borderColor="line"
        _hover={{ borderColor: "madder" }}
      >
        {children}
      </chakra.button>
      {shown && <WorkingText working={working} />}
    </Box>
  );
}

export function WorkingText({ working }: { working: Working }) {
  const { id } = useParams();
  return (
    <Box
      borderLeftWidth="2px"
      borderColor="woad"
      pl="10px"
      my="5px"
      textStyle="plain"
      fontSize="note"
      fontWeight="400"
      lineHeight="1.4"
      textAlign="left"
      whiteSpace="normal"
    >
      {working.sums.map((s) => (
        <Text key={s}>
          <Ruled>{s}</Ruled>
        </Text>
      ))}
      {working.rules.map((r) => (
        <Text key={r.id} color="soft">
          <Ruled>{r.says}</Ruled>{" "}
          {id && (
            <Link
              to={`/q/${id}/rules#${r.id}`}
              aria-label={`This rule in the book: ${r.says}`}
              style={{ textDecoration: "underline" }}
            >
              rule
            </Link>
          )}
        </Text>
      ))}
    </Box>
  );
}
