// What is sewn is cut again: where the knife goes, in each direction; what it measured. The parts are moved on a page of their own.
import { Box, Button, Flex } from "@chakra-ui/react";
import { Link } from "react-router";
import type { Unit } from "../../api/client";
import { ChoiceField, NumberField, TextField } from "../../frame/fields";
import type { Draft } from "../draft";
import { BothWays, type Editor, Hint, type How, methodOf, Problems, partsOf, Row } from "./parts";
import { TakeOut } from "./strips";

export type Again = How<"cut again">;
type Cut = NonNullable<NonNullable<Again["upright"]>["lines"]>[number];

export function CutAgain({ draft, how, i }: Editor<"cut again">) {
  return (
    <>
      <From draft={draft} how={how} i={i} />
      <Lines draft={draft} how={how} i={i} way="upright" />
      <Lines draft={draft} how={how} i={i} way="level" />
      <Measured draft={draft} how={how} i={i} />
      <Problems list={methodOf<"cut again">(draft, i).at([], ["measured"])} />
      <Button asChild size="sm" mt="8px">
        <Link to={`/q/${draft.id}/again/${encodeURIComponent(draft.document.units[i]?.id ?? "")}`}>
          Move the lines and the parts
        </Link>
      </Button>
    </>
  );
}

type Part = { draft: Draft; how: Again; i: number };

export function From({ draft, how, i }: Part) {
  const m = methodOf<"cut again">(draft, i);
  return (
    <Row>
      <ChoiceField
        label="What is cut"
        value={how.from}
        onChange={(v) => m.set(["from"], v)}
        choices={partsOf(draft, i)}
        problems={m.at(["from"])}
      />
    </Row>
  );
}

const words = {
  upright: { name: "From top to bottom", edges: ["left", "right"], before: "left of it", after: "right of it" },
  level: { name: "From side to side", edges: ["top", "bottom"], before: "above it", after: "below it" },
} as const;

/** The cuts of one direction: none, equal parts, or along lines. */
export function Lines({ draft, how, i, way }: Part & { way: "upright" | "level" }) {
  const m = methodOf<"cut again">(draft, i);
  const knife = how[way] ?? {};
  const w = words[way];
  const kind = knife.parts ? "parts" : knife.lines?.length ? "lines" : "none";
  const lines = knife.lines ?? [];
  return (
    <Box role="group" aria-label={w.name} mb="10px">
      <Row>
        <ChoiceField
          label={w.name}
          value={kind}
          onChange={(v) =>
            m.set(
              [way],
              v === "none" ? undefined : v === "parts" ? { parts: 3 } : { lines: [{ from: "middle", by: "1" }] },
            )
          }
          choices={[
            { value: "none", name: "not cut" },
            { value: "parts", name: "in equal parts" },
            { value: "lines", name: "along lines" },
          ]}
          problems={kind === "none" ? m.below([way]) : []}
        />
        {kind === "parts" && (
          <NumberField
            label="parts"
            min={2}
            max={20}
            value={knife.parts ?? 2}
            onChange={(v) => m.set([way, "parts"], v)}
            problems={m.at([way], [way, "parts"])}
            w="110px"
          />
        )}
      </Row>
      {lines.map((c, k) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: lines have no ids
        <Row key={k}>
          <ChoiceField
            label={`Line ${k + 1} is read from`}
            hideLabel
            value={c.from === "seam" ? `seam ${c.seam ?? 0}` : c.from}
            onChange={(v) => {
              const next: Cut = { ...c, from: v.startsWith("seam") ? "seam" : (v as Cut["from"]) };
              delete next.seam;
              if (v.startsWith("seam") && v !== "seam 0") next.seam = Number(v.slice(5));
              if (next.from !== "seam" && next.from !== "middle") delete next.side;
              m.set([way, "lines", k], next);
            }}
            choices={[
              { value: "seam 0", name: "the middle seam" },
              ...[1, 2, 3, 4, 5, 6].map((n) => ({ value: `seam ${n}`, name: `seam ${n} from the ${w.edges[0]}` })),
              { value: "middle", name: "the middle" },
              ...w.edges.map((e) => ({ value: e, name: `the ${e} edge` })),
            ]}
            problems={m.at([way, "lines", k, "from"], [way, "lines", k, "seam"], [way, "lines", k])}
          />
          <TextField
            label={`Distance of line ${k + 1}`}
            hideLabel
            value={c.share ? `${c.share} of the square` : (c.by ?? "")}
            onChange={(v) => {
              const { by: _b, share: _s, ...rest } = c;
              const share = /^\s*(\d+\s*\/\s*\d+)\s+of/.exec(v)?.[1];
              m.set([way, "lines", k], share ? { ...rest, share } : v.trim() === "" ? rest : { ...rest, by: v });
            }}
            onBlur={draft.settle}
            problems={m.at([way, "lines", k, "by"], [way, "lines", k, "share"])}
          />
          {(c.from === "seam" || c.from === "middle") && (
            <ChoiceField
              label={`Side of line ${k + 1}`}
              hideLabel
              value={c.side ?? "both"}
              onChange={(v) => m.set([way, "lines", k, "side"], v === "both" ? undefined : v)}
              choices={[
                { value: "both", name: "both sides" },
                { value: "before", name: w.before },
                { value: "after", name: w.after },
              ]}
              problems={m.at([way, "lines", k, "side"])}
              w="112px"
            />
          )}
          <TakeOut
            label={`Take out line ${k + 1}`}
            act={() => m.set([way], lines.length > 1 ? { lines: lines.filter((_, n) => n !== k) } : undefined)}
          />
        </Row>
      ))}
      {kind === "lines" && (
        <>
          <Problems list={m.at([way], [way, "lines"])} />
          <Button size="sm" onClick={() => m.set([way, "lines"], [...lines, { from: w.edges[0], by: "2" }])}>
            Add a line
          </Button>
        </>
      )}
    </Box>
  );
}

/** What it measured before it was cut: the parts follow. */
export function Measured({ draft, how, i }: Part) {
  const m = methodOf<"cut again">(draft, i);
  const knife = draft.preview.plan.knives.find((k) => k.unit === draft.document.units[i]?.id);
  const set = (key: "width" | "height", v: string) => {
    const next = { width: "", height: "", ...how.measured, [key]: v };
    m.set(["measured"], next.width.trim() === "" && next.height.trim() === "" ? undefined : next);
  };
  return (
    <Box role="group" aria-label="As it was measured">
      <Flex gap="10px" align="start">
        <BothWays
          label="Measured"
          value={how.measured}
          set={set}
          settle={draft.settle}
          problems={(key) => m.at(["measured", key])}
        />
      </Flex>
      {knife && !how.measured && (
        <Hint>{`It should measure ${knife.measured}. Where it does not, the parts follow.`}</Hint>
      )}
    </Box>
  );
}

/** A first cut of something: on both sides of its middle, both ways. */
export const firstCut = (id: string, part: string): Unit => ({
  id,
  name: "Part",
  how: {
    by: "cut again",
    from: part,
    upright: { lines: [{ from: "middle", by: "1" }] },
    level: { lines: [{ from: "middle", by: "1" }] },
  },
});
