// Where every ring is opened and why: the list that hangs beside the table.
import { Box, Heading } from "@chakra-ui/react";
import type { Tube } from "../api/client";
import { Ruled } from "../frame/Ruled";

const heads = ["Column", "Make", "Cut", "Opened", "Why", "Stitches", "Turned by hand", "Ends"];

export function Openings({
  tube,
  chosen,
  onChoose,
}: {
  tube: Tube;
  chosen?: number;
  onChoose?: (column: number) => void;
}) {
  return (
    <Box as="section" aria-label="Where the rings are opened" mt="22px">
      <Heading as="h3" textStyle="section" mb="6px">
        Where the rings are opened
      </Heading>
      <Box overflowX="auto">
        <Box
          as="table"
          fontSize="small"
          className="tabular"
          w="100%"
          css={{
            "& td, & th": { padding: "5px 14px 5px 0", textAlign: "left", verticalAlign: "top" },
            "& tbody tr": { borderTopWidth: "1px", borderColor: "hair", breakInside: "avoid" },
            "& th": { fontWeight: 600 },
          }}
        >
          <thead>
            <tr>
              {heads.map((w) => (
                <th key={w} scope="col">
                  {w}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {tube.columns.map((c, k) => (
              // biome-ignore lint/a11y/useKeyWithClickEvents: the handle of the column is there for keys
              <Box as="tr" key={c.id} onClick={() => onChoose?.(k)} bg={k === chosen ? "madder.wash" : undefined}>
                <th scope="row">{c.number}</th>
                <td>
                  {[c.make || "", c.with.length > 0 ? `with ${c.with.join(", ")}` : ""].filter(Boolean).join(" ")}
                </td>
                <td>
                  <Ruled>{c.width.text}</Ruled>
                </td>
                <td>
                  <Ruled>{c.opened}</Ruled>
                </td>
                <td>
                  <Ruled>{[c.why, c.slope].filter(Boolean).join("; ")}</Ruled>
                </td>
                <Box as="td" whiteSpace="nowrap">
                  {c.stitches || "cut, not unpicked"}
                </Box>
                <td>{c.flips.length > 0 ? `crossing ${c.flips.join(", ")} from the top` : ""}</td>
                <td>
                  <Ruled>{c.even}</Ruled>
                </td>
              </Box>
            ))}
          </tbody>
        </Box>
      </Box>
      <Box as="ol" mt="12px" pl="20px" listStyleType="decimal" fontSize="small" maxW="760px">
        {tube.does.map((d) => (
          <li key={d}>
            <Ruled>{d}</Ruled>
          </li>
        ))}
      </Box>
    </Box>
  );
}
