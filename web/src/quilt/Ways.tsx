// The ways to make one unit to the same look, side by side for the count really needed; one is chosen with one act.
import { Box, Button, chakra, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Unit, Way } from "../api/client";
import { asks } from "../api/queries";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";
import type { Draft } from "./draft";
import { Efforts } from "./Efforts";

const Cell = chakra("td", {
  base: { px: "5px", py: "5px", verticalAlign: "top", textAlign: "right", whiteSpace: "nowrap" },
});
const Head = chakra("th", {
  base: {
    px: "7px",
    py: "5px",
    fontSize: "12px",
    fontWeight: "600",
    textAlign: "right",
    color: "soft",
    whiteSpace: "nowrap",
  },
});

const columns: [string, (w: Way) => string][] = [
  ["lines", (w) => String(w.lines)],
  ["seams", (w) => String(w.seams)],
  ["cuts", (w) => String(w.cuts)],
  ["press", (w) => String(w.presses)],
  ["trim", (w) => String(w.shaves)],
  ["over", (w) => String(w.over)],
];

export function Ways({ draft, unit, i }: { draft: Draft; unit: Unit; i: number }) {
  const [shown, setShown] = useState(false);
  const { data, error } = useQuery({
    ...asks.ways(draft.document, unit.id),
    enabled: shown,
  });
  const { data: pieces } = useQuery({ ...asks.byPatches(draft.document, unit.id), enabled: shown });
  return (
    <Box mt="12px">
      <Button size="sm" aria-expanded={shown} onClick={() => setShown((s) => !s)}>
        Other ways to make it
      </Button>
      {shown && error && <Wrong error={error} />}
      {shown && data && data.length < 2 && pieces && !pieces.patched && (
        <Text mt="8px" fontSize="small" color="soft">
          No other way to make it is known here.
        </Text>
      )}
      {shown && pieces?.patched && pieces.document && (
        <Box mt="8px" role="region" aria-label={`${unit.name} of patches`} tabIndex={0} overflowX="auto">
          <Text fontSize="note" color="soft">
            What the whole quilt takes, this made as it is and of patches that are cut one by one:
          </Text>
          <Efforts
            rows={[
              ["from strip sets (now)", pieces.now],
              ["patch by patch", pieces.patched],
            ]}
          />
          <Button
            size="sm"
            mt="6px"
            aria-label={`Make ${unit.name} patch by patch`}
            onClick={() => pieces.document && draft.take(pieces.document)}
          >
            Make it so
          </Button>
        </Box>
      )}
      {shown && data && data.length > 1 && data.every((w) => w.refused === data[0]?.refused) && data[0]?.refused && (
        <Text mt="8px" fontSize="small">
          <Ruled>{`Nothing can be compared yet. ${data[0].refused}`}</Ruled>
        </Text>
      )}
      {shown && data && data.length > 1 && data.some((w) => !w.refused) && (
        <Box overflowX="auto" mt="8px" role="region" aria-label={`Ways to make ${unit.name}`} tabIndex={0}>
          <Text
            fontSize="note"
            color="soft"
          >{`For the ${data.find((w) => w.need > 0)?.need ?? 0} this quilt needs:`}</Text>
          <chakra.table fontSize="note" className="tabular">
            <thead>
              <tr>
                <Head textAlign="left">way</Head>
                <Head>cloth, cut away</Head>
                {columns.map(([name]) => (
                  <Head key={name}>{name}</Head>
                ))}
              </tr>
            </thead>
            <tbody>
              {data.map((w) => (
                <chakra.tr key={w.name} borderTopWidth="1px" borderColor="hair" fontWeight={w.chosen ? "600" : "400"}>
                  <Cell textAlign="left" whiteSpace="normal" minW="120px">
                    {w.name}
                    {w.chosen && " (now)"}
                    {!w.chosen && !w.refused && (
                      <Button
                        size="sm"
                        display="flex"
                        my="3px"
                        aria-label={`Make it ${w.name}`}
                        onClick={() => draft.set(["units", i, "how"], w.unit.how)}
                      >
                        Make it so
                      </Button>
                    )}
                    {w.bias && (
                      <Text fontSize="fine" color="madder" fontWeight="500">
                        <Ruled>{`bias: ${w.bias}`}</Ruled>
                      </Text>
                    )}
                  </Cell>
                  {w.refused ? (
                    <Cell
                      colSpan={columns.length + 1}
                      textAlign="left"
                      whiteSpace="normal"
                      color="soft"
                      fontWeight="400"
                    >
                      <Ruled>{w.refused}</Ruled>
                    </Cell>
                  ) : (
                    <>
                      <Cell>
                        {w.cloth}
                        <Text color="soft" fontWeight="400">{`${w.waste} away`}</Text>
                      </Cell>
                      {columns.map(([name, of]) => (
                        <Cell key={name}>{of(w)}</Cell>
                      ))}
                    </>
                  )}
                </chakra.tr>
              ))}
            </tbody>
          </chakra.table>
        </Box>
      )}
    </Box>
  );
}
