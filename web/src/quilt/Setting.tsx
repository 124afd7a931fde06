import { Box, Button } from "@chakra-ui/react";
import { ChoiceField } from "../frame/fields";
import { Section } from "../frame/Section";
import { Around } from "./Around";
import type { Draft } from "./draft";
import { partsOf } from "./methods/parts";

/** Which blocks are laid, one or two in turn, and what lies around them. */
export function Setting({ draft }: { draft: Draft }) {
  const d = draft.document;
  const blocks = partsOf(draft, -1);
  const cell = (k: number) => d.top.repeat[0]?.[k];
  const ways = [
    { value: "", name: "its own fabrics" },
    ...(d.colourways ?? []).map((w) => ({ value: w.id, name: w.name })),
  ];
  type Cell = NonNullable<ReturnType<typeof cell>>;
  const lay = (a: Cell | undefined, b: Cell | undefined) =>
    a &&
    draft.set(
      ["top", "repeat"],
      b
        ? [
            [a, b],
            [b, a],
          ]
        : [[a]],
    );
  const first = cell(0);
  const second = cell(1);
  const inWay = (c: Cell, way: string): Cell => ({ ...c, colourway: way || undefined });
  return (
    <Section title="Setting">
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="14px">
        <ChoiceField
          label="Block"
          value={first?.unit ?? ""}
          onChange={(unit) => lay({ ...first, unit }, second)}
          choices={blocks}
          problems={draft.below("/top/repeat")}
        />
        <ChoiceField
          label="In turn with"
          value={second?.unit ?? ""}
          onChange={(unit) => lay(first, unit === "" ? undefined : { ...second, unit })}
          choices={[{ value: "", name: "itself" }, ...blocks]}
        />
        {ways.length > 1 && first && (
          <ChoiceField
            label="The block in"
            value={first.colourway ?? ""}
            onChange={(way) => lay(inWay(first, way), second)}
            choices={ways}
          />
        )}
        {ways.length > 1 &&
          (second ? (
            <ChoiceField
              label="The other in"
              value={second.colourway ?? ""}
              onChange={(way) => lay(first, inWay(second, way))}
              choices={ways}
            />
          ) : (
            <Button
              size="sm"
              mt="22px"
              h="36px"
              onClick={() => first && lay(first, inWay(first, d.colourways?.[0]?.id ?? ""))}
            >
              Two colourways in turn
            </Button>
          ))}
      </Box>
      <Around draft={draft} />
    </Section>
  );
}
