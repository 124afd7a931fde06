// Frames and log cabins: what grows round a centre.
import { Button, Flex } from "@chakra-ui/react";
import { ChoiceField, NumberField } from "../../frame/fields";
import { type Editor, Hint, InputField, methodOf, Problems, RoleField, Row, rolesOf, SizeField } from "./parts";
import { TakeOut } from "./strips";

function Centre({ draft, how, i }: Editor<"frame"> | Editor<"log cabin">) {
  return (
    <Row>
      <InputField draft={draft} i={i} path={["centre"]} label="Centre" value={how.centre} />
      {!how.centre.unit && (
        <>
          <SizeField draft={draft} i={i} path={["width"]} label="Finished width" value={how.width ?? ""} />
          <SizeField draft={draft} i={i} path={["height"]} label="and height" value={how.height ?? ""} />
        </>
      )}
    </Row>
  );
}

export function Frame({ draft, how, i }: Editor<"frame">) {
  const m = methodOf<"frame">(draft, i);
  return (
    <>
      <Centre draft={draft} how={how} i={i} />
      {how.frames.map((f, k) => (
        <Row key={f.id}>
          <RoleField
            draft={draft}
            i={i}
            path={["frames", k, "role"]}
            label={k > 0 ? `Sides of frame ${k + 1}` : "Sides"}
            hideLabel={k > 0}
            value={f.role}
          />
          <ChoiceField
            label={k > 0 ? `Top and bottom of frame ${k + 1}` : "Top and bottom"}
            hideLabel={k > 0}
            value={f.ends ?? ""}
            onChange={(v) => m.set(["frames", k, "ends"], v === "" ? undefined : v)}
            choices={[{ value: "", name: "the same" }, ...rolesOf(draft)]}
            problems={m.at(["frames", k, "ends"])}
          />
          <SizeField
            draft={draft}
            i={i}
            path={["frames", k, "strip"]}
            label={k > 0 ? `Strips of frame ${k + 1}` : "Strips cut"}
            hideLabel={k > 0}
            value={f.strip ?? "1 strip"}
          />
          <TakeOut label={`Take out frame ${k + 1}`} act={() => m.set(["frames", k], undefined)} />
        </Row>
      ))}
      <Problems list={m.at(["frames"], ...how.frames.map((_, k) => ["frames", k]))} />
      <Button
        size="sm"
        onClick={() => {
          const taken = how.frames.map((f) => f.id);
          let n = taken.length + 1;
          while (taken.includes(`f${n}`)) n++;
          m.set(
            ["frames"],
            [...how.frames, { id: `f${n}`, role: how.frames.at(-1)?.role ?? draft.document.roles[0]?.id ?? "" }],
          );
        }}
      >
        Add a frame
      </Button>
    </>
  );
}

export function LogCabin({ draft, how, i }: Editor<"log cabin">) {
  const m = methodOf<"log cabin">(draft, i);
  const roles = draft.document.roles.map((r) => r.id);
  const light = how.logs[0]?.role ?? roles[0] ?? "";
  const dark = how.logs.find((l) => l.role !== light)?.role ?? roles.find((r) => r !== light) ?? light;
  const lay = (...list: string[]) =>
    m.set(
      ["logs"],
      list.map((role) => ({ role })),
    );
  return (
    <>
      <Centre draft={draft} how={how} i={i} />
      <Row>
        <NumberField
          label="Rounds"
          min={1}
          max={20}
          value={how.rounds}
          onChange={(v) => m.set(["rounds"], v)}
          problems={m.at(["rounds"])}
        />
        <ChoiceField
          label="First log"
          value={how.start ?? "right"}
          onChange={(v) => m.put(["start"], v === "right" ? undefined : v)}
          choices={["right", "bottom", "left", "top"].map((v) => ({ value: v, name: `at the ${v}` }))}
          problems={m.at(["start"])}
        />
        <ChoiceField
          label="Then"
          value={how.half ? "half" : (how.direction ?? "clockwise")}
          onChange={(v) => {
            m.set(["half"], v === "half" ? true : undefined);
            m.set(["direction"], v === "counter-clockwise" ? v : undefined);
          }}
          choices={[
            { value: "clockwise", name: "clockwise" },
            { value: "counter-clockwise", name: "counter-clockwise" },
            { value: "half", name: "on two sides in turn" },
          ]}
          problems={m.at(["direction"])}
        />
      </Row>
      {how.logs.map((log, k) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: logs have no ids, they follow each other in order
        <Row key={k}>
          <RoleField
            draft={draft}
            i={i}
            path={["logs", k, "role"]}
            label={`Fabric of log ${k + 1}`}
            hideLabel
            value={log.role}
          />
          <SizeField
            draft={draft}
            i={i}
            path={["logs", k, "strip"]}
            label={`Strips of log ${k + 1}`}
            hideLabel
            value={log.strip ?? "1 strip"}
          />
          <TakeOut label={`Take out log ${k + 1}`} act={() => m.set(["logs", k], undefined)} />
        </Row>
      ))}
      <Problems list={m.at([], ["logs"])} />
      <Flex gap="8px" wrap="wrap">
        <Button
          size="sm"
          onClick={() => m.set(["logs"], [...how.logs, { role: how.logs.at(-1)?.role ?? roles[0] ?? "" }])}
        >
          Add a log
        </Button>
        <Button size="sm" onClick={() => lay(light, light, dark, dark)}>
          Two halves
        </Button>
        <Button size="sm" onClick={() => lay(light)}>
          All of one
        </Button>
      </Flex>
      <Hint>Logs follow each other in this order and begin again, round after round.</Hint>
    </>
  );
}
