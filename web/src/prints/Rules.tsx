// Which patches are one print, and which are not.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Document } from "../api/client";
import { ChoiceField, Tick } from "../frame/fields";
import { Section } from "../frame/Section";
import { Problems } from "../quilt/methods/parts";
import type { Steps } from "../quilt/useSteps";

type Decided = NonNullable<Document["deal"]>;
type Rule = NonNullable<Decided["rules"]>[number];
type Value = NonNullable<NonNullable<Rule["values"]>[number]>;

const one = (where: string) => [
  { value: "patch", name: "each for itself" },
  { value: "part", name: `one print in each part of ${where}` },
  { value: "block", name: `one print in ${where}` },
];

const apart = (where: string) => [
  { value: "", name: "wherever it falls" },
  { value: "block", name: `no two alike in ${where}` },
  { value: "quilt", name: "no two alike in the quilt" },
];

export function Rules({ draft }: { draft: Steps }) {
  const decided = draft.document.deal;
  if (!decided || decided.falls) return null;
  const rules = decided.rules ?? [];
  const d = draft.document;
  const assorted = new Set(d.fabrics.filter((f) => f.print === "assorted").map((f) => f.id));
  const roles = d.roles.filter((r) => assorted.has(r.fabric));
  // Blocks, and everything that is sewn into one.
  const sewn = new Set(d.units.filter((u) => !["patch", "strip set"].includes(u.how.by)).map((u) => u.id));
  const blocks = draft.preview.plan.things.filter((t) => sewn.has(t.unit) && t.id === t.unit);
  const set = (i: number, rule: Rule | undefined) => draft.set(["deal", "rules", i], rule);
  return (
    <Section title="Rules">
      <Problems list={draft.at("/deal/rules")} />
      {rules.map((r, i) => {
        const at = `/deal/rules/${i}`;
        const unit = blocks.find((b) => b.id === r.block);
        const where = unit ? `one ${unit.name}` : "a block";
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a rule is its place in the list
          <Box key={i} role="group" aria-label={`Rule ${i + 1}`} mb="12px" borderBottomWidth="1px" borderColor="hair">
            <Flex gap="8px" align="end" wrap="wrap">
              <Box w="132px">
                <ChoiceField
                  label="Of"
                  value={r.role}
                  onChange={(role) => set(i, { ...r, role })}
                  problems={draft.at(`${at}/role`)}
                  choices={roles.map((o) => ({ value: o.id, name: o.name }))}
                />
              </Box>
              {blocks.length > 1 && (
                <Box w="132px">
                  <ChoiceField
                    label="In"
                    value={r.block ?? ""}
                    onChange={(block) => set(i, { ...r, block: block || undefined })}
                    problems={draft.at(`${at}/block`)}
                    choices={[
                      { value: "", name: "every block" },
                      ...blocks.map((b) => ({ value: b.id, name: b.name })),
                    ]}
                  />
                </Box>
              )}
              <Box flex="1" minW="140px">
                <ChoiceField
                  label="Is"
                  value={r.one ?? "patch"}
                  onChange={(v) => set(i, { ...r, one: v === "patch" ? undefined : (v as Rule["one"]) })}
                  problems={draft.at(`${at}/one`)}
                  choices={one(where)}
                />
              </Box>
              <Button size="sm" mb="4px" aria-label={`Take rule ${i + 1} away`} onClick={() => set(i, undefined)}>
                ×
              </Button>
            </Flex>
            <Flex gap="14px" align="end" wrap="wrap">
              <Box w="190px">
                <ChoiceField
                  label="And"
                  value={r.apart ?? ""}
                  onChange={(v) => set(i, { ...r, apart: (v || undefined) as Rule["apart"] })}
                  problems={draft.at(`${at}/apart`)}
                  choices={apart(where)}
                />
              </Box>
              {(["light", "middle", "dark"] as Value[]).map((v) => (
                <Tick
                  key={v}
                  label={v}
                  value={r.values?.includes(v) ?? false}
                  onChange={(on) => {
                    const list = (["light", "middle", "dark"] as Value[]).filter((o) =>
                      o === v ? on : r.values?.includes(o),
                    );
                    set(i, { ...r, values: list.length > 0 ? list : undefined });
                  }}
                />
              ))}
            </Flex>
            <Problems list={draft.at(`${at}/values`)} />
          </Box>
        );
      })}
      <Button
        size="sm"
        onClick={() =>
          draft.set(["deal", "rules"], [...rules, { role: roles[0]?.id ?? "", one: "block" } satisfies Rule])
        }
      >
        Add a rule
      </Button>
      {rules.length === 0 && (
        <Text fontSize="small" color="soft" mt="6px">
          Without a rule every patch that is sewn for itself is dealt for itself, of any value.
        </Text>
      )}
    </Section>
  );
}
