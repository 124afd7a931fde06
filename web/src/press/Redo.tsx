// What is sewn or pressed already and would be done again.
import { Text } from "@chakra-ui/react";
import type { Redone } from "../api/client";
import { useFramed } from "../frame/ProjectFrame";
import { progressOf } from "../frame/progress";
import { Ruled } from "../frame/Ruled";

export function Redo({ list }: { list: Redone[] }) {
  const project = useFramed();
  const lines: [string, Redone[]][] = [
    ["Sewn already, and to be taken apart and sewn again", list.filter((r) => r.how === "sewn" && count(r).good > 0)],
    [
      "Sewn already, with stitches that may be too long to undo: unpick them there",
      list.filter((r) => r.how === "stitched" && count(r).good > 0),
    ],
    [
      "Pressed already, and to press again",
      list.filter((r) => r.how === "pressed" && (r.done || count(r).pressed > 0)),
    ],
  ];
  function count(r: Redone) {
    const of = progressOf(project, r.step);
    return { good: of?.good ?? 0, pressed: of?.pressedSo ?? 0 };
  }
  const told = (r: Redone) => {
    const n = r.how === "pressed" ? count(r).pressed : count(r).good;
    return n > 0 ? `${n} of ${r.name}` : r.name;
  };
  return lines.map(
    ([says, which]) =>
      which.length > 0 && (
        <Text key={says} fontSize="note" color="madder" fontWeight="600">
          <Ruled>{`${says}: ${which.map(told).join(", ")}.`}</Ruled>
        </Text>
      ),
  );
}
