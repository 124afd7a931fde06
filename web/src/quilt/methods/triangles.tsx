// Half squares, quarter squares, geese, flipped corners, squares in squares: what is sewn on the diagonal.
import { Button } from "@chakra-ui/react";
import { ChoiceField, Tick } from "../../frame/fields";
import {
  type Editor,
  FinishedOrSquares,
  Hint,
  InputField,
  methodOf,
  Problems,
  RoleField,
  Row,
  rolesOf,
  SizeField,
  SizingField,
} from "./parts";
import { TakeOut } from "./strips";

export function HalfSquare({ draft, how, i }: Editor<"half-square triangles">) {
  const m = methodOf<"half-square triangles">(draft, i);
  const pieced = !!how.lower.unit || !!how.upper.unit;
  return (
    <>
      <Row>
        <InputField draft={draft} i={i} path={["lower"]} label="Lower square" value={how.lower} />
      </Row>
      <Row>
        <InputField draft={draft} i={i} path={["upper"]} label="Upper square, turned over onto it" value={how.upper} />
      </Row>
      <Row>
        <ChoiceField
          label="Sewn"
          value={how.way}
          onChange={(v) => m.set(["way"], v)}
          choices={[
            { value: "two", name: "two at a time" },
            { value: "eight", name: "eight at a time" },
            { value: "four", name: "four at a time, all round" },
            { value: "triangles", name: "from cut triangles" },
          ]}
          problems={m.at(["way"])}
        />
        {pieced ? (
          <SizeField draft={draft} i={i} path={["finished"]} label="Finished size" value={how.finished ?? ""} />
        ) : (
          <FinishedOrSquares draft={draft} i={i} how={how} label="Finished size" squares="or squares in hand" />
        )}
      </Row>
      <Row>
        {!pieced && !how.cut && <SizingField draft={draft} i={i} value={how.sizing} />}
        {(how.way === "two" || how.way === "eight") && (
          <ChoiceField
            label="Marked, and laid on top"
            value={how.marked ?? ""}
            onChange={(v) => m.set(["marked"], v || undefined)}
            choices={[
              { value: "", name: pieced ? "the plain square" : "the lighter square" },
              { value: "lower", name: "the lower square" },
              { value: "upper", name: "the upper square" },
            ]}
            problems={m.at(["marked"])}
          />
        )}
      </Row>
      <Problems list={m.at([])} />
      {pieced && <Hint>A pieced square sets the size; leave the finished size empty to keep all of it.</Hint>}
    </>
  );
}

export function QuarterSquare({ draft, how, i }: Editor<"quarter-square triangles">) {
  const m = methodOf<"quarter-square triangles">(draft, i);
  const whole = how.second.length === 1;
  return (
    <>
      <Row>
        <RoleField draft={draft} i={i} path={["first", 0]} label="First pair" value={how.first[0] ?? ""} />
        <RoleField draft={draft} i={i} path={["first", 1]} label="and" value={how.first[1] ?? ""} />
      </Row>
      <Row>
        <RoleField draft={draft} i={i} path={["second", 0]} label="Second pair" value={how.second[0] ?? ""} />
        <ChoiceField
          label="and"
          value={whole ? "" : (how.second[1] ?? "")}
          onChange={(v) => m.set(["second"], v === "" ? how.second.slice(0, 1) : [...how.second.slice(0, 1), v])}
          choices={[{ value: "", name: "left whole" }, ...rolesOf(draft)]}
          problems={m.at(["second", 1], ["second"])}
        />
      </Row>
      <Row>
        <FinishedOrSquares draft={draft} i={i} how={how} label="Finished size" squares="or squares in hand" />
        {!how.cut && <SizingField draft={draft} i={i} value={how.sizing} />}
      </Row>
    </>
  );
}

export function FlyingGeese({ draft, how, i }: Editor<"flying geese">) {
  return (
    <>
      <Row>
        <RoleField draft={draft} i={i} path={["goose"]} label="Goose" value={how.goose} />
        <RoleField draft={draft} i={i} path={["sky"]} label="Sky" value={how.sky} />
      </Row>
      <Row>
        <FinishedOrSquares draft={draft} i={i} how={how} label="Finished width" squares="or large squares in hand" />
        {!how.cut && <SizingField draft={draft} i={i} value={how.sizing} />}
      </Row>
      <Hint>Four at a time; each is half as high as it is wide.</Hint>
    </>
  );
}

const places = ["top left", "top right", "bottom right", "bottom left"] as const;

export function FlippedCorners({ draft, how, i }: Editor<"flipped corners">) {
  const m = methodOf<"flipped corners">(draft, i);
  const free = places.find((p) => !how.corners.some((c) => c.at === p)) ?? "top left";
  return (
    <>
      <Row>
        <InputField draft={draft} i={i} path={["base"]} label="Base" value={how.base} />
        {!how.base.unit && (
          <>
            <SizeField draft={draft} i={i} path={["width"]} label="Finished width" value={how.width ?? ""} />
            <SizeField draft={draft} i={i} path={["height"]} label="and height" value={how.height ?? ""} />
          </>
        )}
      </Row>
      {how.corners.map((c, k) => (
        <Row key={c.id}>
          <ChoiceField
            label={`Corner ${k + 1}`}
            hideLabel={k > 0}
            value={c.at}
            onChange={(v) => m.set(["corners", k, "at"], v)}
            choices={places.map((p) => ({ value: p, name: p }))}
            problems={m.at(["corners", k, "at"], ["corners", k, "id"])}
          />
          <RoleField
            draft={draft}
            i={i}
            path={["corners", k, "role"]}
            label={k > 0 ? `Fabric of corner ${k + 1}` : "of"}
            hideLabel={k > 0}
            value={c.role}
          />
          <SizeField
            draft={draft}
            i={i}
            path={["corners", k, "leg"]}
            label={k > 0 ? `Leg of corner ${k + 1}` : "covers, finished"}
            hideLabel={k > 0}
            value={c.leg}
          />
          <TakeOut label={`Take out corner ${k + 1}`} act={() => m.set(["corners", k], undefined)} />
        </Row>
      ))}
      <Problems list={m.at([], ["corners"], ["bonus"])} />
      {how.corners.length < 4 && (
        <Button
          size="sm"
          onClick={() => {
            const taken = how.corners.map((c) => c.id);
            let n = taken.length + 1;
            while (taken.includes(`c${n}`)) n++;
            const like = how.corners.at(-1);
            m.set(
              ["corners"],
              [
                ...how.corners,
                {
                  id: `c${n}`,
                  at: free,
                  role: like?.role ?? draft.document.roles[0]?.id ?? "",
                  leg: like?.leg ?? "1 strip",
                },
              ],
            );
          }}
        >
          Add a corner
        </Button>
      )}
      <Row>
        <ChoiceField
          label="Sewn"
          value={how.stitch ?? "a hair outside"}
          onChange={(v) => m.set(["stitch"], v === "a hair outside" ? undefined : v)}
          choices={[
            { value: "a hair outside", name: "a hair outside the line" },
            { value: "on the line", name: "on the line" },
          ]}
          problems={m.at(["stitch"])}
        />
        <Tick
          label="Sew the trimmings to bonus units too"
          value={!!how.bonus}
          onChange={(v) => m.set(["bonus"], v || undefined)}
        />
        {how.bonus && (
          <SizeField draft={draft} i={i} path={["bonusTo"]} label="trimmed to, finished" value={how.bonusTo ?? ""} />
        )}
      </Row>
      <Hint>
        Corners are sewn in this order; one whose square covers another's line waits until that one is opened. Squares
        in hand are written as they are: 5 unfinished.
      </Hint>
    </>
  );
}

export function SquareInSquare({ draft, how, i }: Editor<"square in a square">) {
  const m = methodOf<"square in a square">(draft, i);
  const names = ["Top left", "Top right", "Bottom right", "Bottom left"];
  return (
    <>
      <Row>
        <InputField draft={draft} i={i} path={["centre"]} label="Centre" value={how.centre} />
        {!how.centre.unit && (
          <SizeField draft={draft} i={i} path={["finished"]} label="Finished size" value={how.finished ?? ""} />
        )}
      </Row>
      <Hint>To begin with squares in hand, make the centre a patch of that size.</Hint>
      <Row>
        {how.corners.map((role, k) => (
          <RoleField
            key={names[k]}
            draft={draft}
            i={i}
            path={["corners", k]}
            label={how.corners.length > 1 ? (names[k] ?? "") : "Corners"}
            value={role}
          />
        ))}
        <SizingField draft={draft} i={i} value={how.sizing} />
      </Row>
      <Problems list={m.at([], ["corners"])} />
      <Button
        size="sm"
        onClick={() => {
          const first = how.corners[0] ?? "";
          m.set(["corners"], how.corners.length > 1 ? [first] : [first, first, first, first]);
        }}
      >
        {how.corners.length > 1 ? "One fabric for all corners" : "A fabric for each corner"}
      </Button>
    </>
  );
}
