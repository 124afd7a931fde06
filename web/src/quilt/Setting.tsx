import { Box, Button, Flex } from "@chakra-ui/react";
import { ChoiceField, TextField } from "../frame/fields";
import { Section } from "../frame/Section";
import type { Draft } from "./draft";

/** Which blocks are laid, one or two in turn, and the border around them. */
export function Setting({ draft }: { draft: Draft }) {
  const d = draft.document;
  const blocks = d.units.filter((u) => u.how.by !== "strip set").map((u) => ({ value: u.id, name: u.name }));
  const first = d.top.repeat[0]?.[0]?.unit ?? "";
  const second = d.top.repeat[0]?.[1]?.unit ?? "";
  const lay = (a: string, b: string) =>
    draft.set(
      ["top", "repeat"],
      b === ""
        ? [[{ unit: a }]]
        : [
            [{ unit: a }, { unit: b }],
            [{ unit: b }, { unit: a }],
          ],
    );
  const border = d.top.borders?.[0];
  return (
    <Section title="Setting">
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="14px">
        <ChoiceField
          label="Block"
          value={first}
          onChange={(v) => lay(v, second)}
          choices={blocks}
          problems={draft.below("/top/repeat")}
        />
        <ChoiceField
          label="In turn with"
          value={second}
          onChange={(v) => lay(first, v)}
          choices={[{ value: "", name: "itself" }, ...blocks]}
        />
      </Box>
      {border ? (
        <Flex gap="14px" mt="14px" align="start">
          <TextField
            label="Border cut"
            value={border.width}
            onChange={(v) => draft.set(["top", "borders", 0, "width"], v)}
            onBlur={draft.settle}
            problems={draft.at("/top/borders/0/width")}
          />
          <ChoiceField
            label="Border of"
            value={border.role}
            onChange={(v) => draft.set(["top", "borders", 0, "role"], v)}
            problems={draft.at("/top/borders/0/role")}
            choices={d.roles.map((r) => ({
              value: r.id,
              name: d.fabrics.find((f) => f.id === r.fabric)?.name ?? r.name,
            }))}
          />
          <Button size="sm" mt="22px" flexShrink={0} onClick={() => draft.set(["top", "borders"], [])}>
            No border
          </Button>
        </Flex>
      ) : (
        <Button
          size="sm"
          mt="14px"
          onClick={() =>
            draft.set(
              ["top", "borders"],
              [
                {
                  id: "border",
                  name: "the border",
                  role: d.roles[0]?.id ?? "",
                  width: d.measure === "cm" ? "9 cm" : "3 1/2 in",
                },
              ],
            )
          }
        >
          Add a border
        </Button>
      )}
    </Section>
  );
}
