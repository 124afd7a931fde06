// What a quilt takes, made one way and another.
import { Box } from "@chakra-ui/react";
import type { QuiltEffort } from "../api/client";
import { Ruled } from "../frame/Ruled";

export function Efforts({ rows }: { rows: (readonly [string, QuiltEffort])[] }) {
  return (
    <Box
      as="table"
      mt="10px"
      fontSize="small"
      className="tabular"
      css={{ "& td, & th": { paddingRight: "12px", textAlign: "left", fontWeight: "400", whiteSpace: "nowrap" } }}
    >
      <thead>
        <tr>
          <td />
          {["cuts", "seams", "pressed", "cloth"].map((w) => (
            <th key={w} scope="col">
              {w}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, e]) => (
          <tr key={name}>
            <th scope="row">{name}</th>
            <td>{e.cut}</td>
            <td>{e.seams}</td>
            <td>{e.presses}</td>
            <td>
              <Ruled>{e.cloth}</Ruled>
            </td>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
