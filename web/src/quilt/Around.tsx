// What lies between, around and behind the blocks: sashing, borders from the inside out, backing, binding.
import { Box, Button, Flex } from "@chakra-ui/react";
import { useBeginning } from "../api/queries";
import { ChoiceField, TextField, Tick } from "../frame/fields";
import { BorderFields } from "./BorderFields";
import type { Draft } from "./draft";
import { freeId } from "./ids";
import { rolesOf } from "./methods/parts";

const row = { display: "grid", gridTemplateColumns: "1fr 1fr 1fr auto", gap: "10px", mt: "14px", alignItems: "start" };

export function Around({ draft }: { draft: Draft }) {
  const d = draft.document;
  const roles = rolesOf(draft);
  const borders = d.top.borders ?? [];
  const role = roles[0]?.value ?? "";
  const beginning = useBeginning(d.measure);
  const out = beginning?.leftOut;
  const { backing, binding, sashing } = d.top;
  const lay = (next: typeof borders) => draft.set(["top", "borders"], next);
  return (
    <>
      {sashing && (
        <>
          <Box {...row}>
            <TextField
              label="Sashing cut"
              value={sashing.width ?? ""}
              onChange={(v) => draft.set(["top", "sashing", "width"], v.trim() === "" ? undefined : v)}
              onBlur={draft.settle}
              problems={draft.at("/top/sashing/width")}
              help="empty: 1 strip"
            />
            <ChoiceField
              label="Sashing of"
              value={sashing.role}
              onChange={(v) => draft.set(["top", "sashing", "role"], v)}
              problems={draft.at("/top/sashing/role")}
              choices={roles}
            />
            <ChoiceField
              label="Where it crosses"
              value={sashing.corners ?? ""}
              onChange={(v) => draft.set(["top", "sashing", "corners"], v || undefined)}
              problems={draft.at("/top/sashing/corners")}
              choices={[
                { value: "", name: "strips run through" },
                ...roles.map((r) => ({ ...r, name: `squares of ${r.name}` })),
              ]}
            />
            <Button
              size="sm"
              mt="22px"
              h="36px"
              aria-label="No sashing"
              onClick={() => draft.set(["top", "sashing"], undefined)}
            >
              −
            </Button>
          </Box>
          <Tick
            label="Round the outside too"
            value={!!sashing.outer}
            onChange={(v) => draft.set(["top", "sashing", "outer"], v || undefined)}
          />
        </>
      )}
      {borders.map((b, i) => (
        <BorderFields
          key={b.id}
          draft={draft}
          border={b}
          index={i}
          name={borders.length > 1 ? `Border ${i + 1}` : "Border"}
          roles={roles}
          onRemove={() => lay(borders.filter((o) => o !== b))}
        />
      ))}
      {backing && (
        <Box {...row}>
          <TextField
            label="Backing overhang"
            value={backing.overhang ?? ""}
            onChange={(v) => draft.set(["top", "backing", "overhang"], v.trim() === "" ? undefined : v)}
            onBlur={draft.settle}
            problems={draft.at("/top/backing/overhang")}
            help={out && `empty: ${out.overhang.text} on every side`}
          />
          <ChoiceField
            label="Backing of"
            value={backing.role}
            onChange={(v) => draft.set(["top", "backing", "role"], v)}
            problems={draft.at("/top/backing/role")}
            choices={roles}
          />
          <ChoiceField
            label="Joined"
            value={backing.seams ?? "middle"}
            onChange={(v) => draft.set(["top", "backing", "seams"], v === "middle" ? undefined : v)}
            choices={[
              { value: "middle", name: "in the middle" },
              { value: "sides", name: "at both sides" },
            ]}
          />
          <Button
            size="sm"
            mt="22px"
            h="36px"
            aria-label="No backing"
            onClick={() => draft.set(["top", "backing"], undefined)}
          >
            −
          </Button>
        </Box>
      )}
      {binding && (
        <Box {...row}>
          <TextField
            label="Binding cut"
            value={binding.width ?? ""}
            onChange={(v) => draft.set(["top", "binding", "width"], v.trim() === "" ? undefined : v)}
            onBlur={draft.settle}
            problems={draft.at("/top/binding/width")}
            help={out && `empty: ${out.binding.text}`}
          />
          <ChoiceField
            label="Binding of"
            value={binding.role}
            onChange={(v) => draft.set(["top", "binding", "role"], v)}
            problems={draft.at("/top/binding/role")}
            choices={roles}
          />
          <Box />
          <Button
            size="sm"
            mt="22px"
            h="36px"
            aria-label="No binding"
            onClick={() => draft.set(["top", "binding"], undefined)}
          >
            −
          </Button>
        </Box>
      )}
      <Flex gap="8px" mt="14px" wrap="wrap">
        {!sashing && !d.top.point && (
          <Button size="sm" onClick={() => draft.set(["top", "sashing"], { role, corners: roles[1]?.value ?? role })}>
            Add sashing
          </Button>
        )}
        <Button
          size="sm"
          onClick={() => {
            const id =
              borders.length === 0
                ? "border"
                : freeId(
                    "border",
                    [...borders, ...d.units].map((o) => o.id),
                  );
            const name = borders.length === 0 ? "the border" : `border ${borders.length + 1}`;
            lay([...borders, { id, name, role, width: beginning?.border ?? "" }]);
          }}
        >
          {borders.length === 0 ? "Add a border" : "Another border"}
        </Button>
        {!backing && (
          <Button size="sm" onClick={() => draft.set(["top", "backing"], { role })}>
            Add a backing
          </Button>
        )}
        {!binding && (
          <Button size="sm" onClick={() => draft.set(["top", "binding"], { role })}>
            Add a binding
          </Button>
        )}
      </Flex>
    </>
  );
}
