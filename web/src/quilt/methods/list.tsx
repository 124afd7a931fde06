// Every construction method the web knows: its editor, what a first unit of it is, and whether there are other ways to make the same.
// A method that the core has and this list has not does not compile; another one is one editor and one line.
import type { ComponentType } from "react";
import type { Unit } from "../../api/client";
import { CutAgain, firstCut } from "./again";
import { Frame, LogCabin } from "./frames";
import { Grid } from "./Grid";
import type { Editor } from "./parts";
import { Columns, newStrip, Patch, Strips, SubCut } from "./strips";
import { FlippedCorners, FlyingGeese, HalfSquare, QuarterSquare, SquareInSquare } from "./triangles";
import { firstWave, Rings } from "./tube";

export type By = Unit["how"]["by"];

type Method<B extends By> = {
  editor: ComponentType<Editor<B>>;
  /** Leftovers may stand in for it, and it can be made otherwise. */
  sewn?: boolean;
  /** It is trimmed, or can be left as it is sewn. */
  trims?: boolean;
  /** A first unit, to be changed from there: its id, two roles, and a part to sew it of. */
  first?: { name: string; units: (id: string, a: string, b: string, part: string) => Unit[] };
};

export const methods: { [B in By]: Method<B> } = {
  "strip set": {
    editor: Strips,
    first: {
      name: "a strip set and its sub-cut",
      units: (id, a, b) => [
        { id, name: "New set", how: { by: "strip set", strips: [newStrip(a, []), newStrip(b, ["s1"])] } },
        { id: `${id}-cut`, name: "New sub-cut", how: { by: "sub-cut", from: id, width: "1 strip" } },
      ],
    },
  },
  "sub-cut": {
    editor: SubCut,
  },
  patch: {
    editor: Patch,
    first: {
      name: "a plain piece",
      units: (id, a) => [
        { id, name: "Plain piece", how: { by: "patch", role: a, width: "1 strip", height: "1 strip" } },
      ],
    },
  },
  "half-square triangles": {
    editor: HalfSquare,
    sewn: true,
    trims: true,
    first: {
      name: "half-square triangles",
      units: (id, a, b) => [
        {
          id,
          name: "Half-square unit",
          how: {
            by: "half-square triangles",
            way: "two",
            lower: { role: a },
            upper: { role: b },
            finished: "1 strip",
            sizing: "rule",
          },
        },
      ],
    },
  },
  "quarter-square triangles": {
    editor: QuarterSquare,
    sewn: true,
    trims: true,
    first: {
      name: "quarter-square triangles",
      units: (id, a, b) => [
        {
          id,
          name: "Hourglass",
          how: { by: "quarter-square triangles", first: [a, b], second: [a, b], finished: "1 strip", sizing: "rule" },
        },
      ],
    },
  },
  "flying geese": {
    editor: FlyingGeese,
    sewn: true,
    trims: true,
    first: {
      name: "flying geese",
      units: (id, a, b) => [
        { id, name: "Goose", how: { by: "flying geese", goose: b, sky: a, finished: "2 strips", sizing: "rule" } },
      ],
    },
  },
  "flipped corners": {
    editor: FlippedCorners,
    sewn: true,
    first: {
      name: "flipped corners",
      units: (id, a, b) => [
        {
          id,
          name: "Flipped corner",
          how: {
            by: "flipped corners",
            base: { role: b },
            width: "2 strips",
            height: "2 strips",
            corners: [{ id: "c1", at: "top left", role: a, leg: "1 strip" }],
          },
        },
      ],
    },
  },
  "square in a square": {
    editor: SquareInSquare,
    sewn: true,
    trims: true,
    first: {
      name: "a square in a square",
      units: (id, a, b) => [
        {
          id,
          name: "Square in a square",
          how: { by: "square in a square", centre: { role: a }, corners: [b], finished: "2 strips", sizing: "rule" },
        },
      ],
    },
  },
  frame: {
    editor: Frame,
    sewn: true,
    first: {
      name: "a frame",
      units: (id, a, b) => [
        {
          id,
          name: "Framed",
          how: {
            by: "frame",
            centre: { role: a },
            width: "1 strip",
            height: "1 strip",
            frames: [{ id: "f1", role: b }],
          },
        },
      ],
    },
  },
  "log cabin": {
    editor: LogCabin,
    sewn: true,
    first: {
      name: "a log cabin",
      units: (id, a, b) => [
        {
          id,
          name: "Log cabin",
          how: {
            by: "log cabin",
            centre: { role: a },
            width: "1 strip",
            height: "1 strip",
            rounds: 2,
            logs: [{ role: b }, { role: b }, { role: a }, { role: a }],
          },
        },
      ],
    },
  },
  grid: {
    editor: Grid,
    sewn: true,
    first: {
      name: "a grid of units",
      units: (id, _a, _b, part) => [
        {
          id,
          name: "New block",
          how: {
            by: "grid",
            rows: [
              { id: "row-1", cells: [{ unit: part }, { unit: part, turn: 90 }] },
              {
                id: "row-2",
                cells: [
                  { unit: part, turn: 270 },
                  { unit: part, turn: 180 },
                ],
              },
            ],
          },
        },
      ],
    },
  },
  "cut again": {
    editor: CutAgain,
    first: { name: "parts of something sewn, cut again", units: (id, _a, _b, part) => [firstCut(id, part)] },
  },
  tube: {
    editor: Rings,
    first: { name: "a wave of opened rings, and its tube", units: firstWave },
  },
  joined: {
    editor: Columns,
    sewn: true,
    first: {
      name: "a block of columns",
      units: (id, _a, _b, part) => [
        {
          id,
          name: "New block",
          how: {
            by: "joined",
            columns: [
              { id: "c1", unit: part },
              { id: "c2", unit: part, turn: 180 },
            ],
          },
        },
      ],
    },
  },
};

/** The methods one can begin with, by what they are called there. */
export const beginnings = Object.values(methods).flatMap((m) => (m.first ? [m.first] : []));

export function MethodEditor<B extends By>({ by, ...editor }: Editor<B> & { by: B }) {
  const One = methods[by].editor as ComponentType<Editor<B>>;
  return <One {...(editor as unknown as Editor<B>)} />;
}
