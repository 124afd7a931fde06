import { expect, test } from "vitest";
import { fractions } from "./fractions";

const said = (text: string) => fractions(text).map((r) => (r.fraction ? `[${r.text}]` : r.text));

test("every fraction becomes a true one, and nothing else does", () => {
  expect(said("2½″")).toEqual(["2", "[1/2]", "″"]);
  expect(said("12 7/16″ wide")).toEqual(["12", "[7/16]", "″ wide"]);
  expect(said("½ of 3 1/8")).toEqual(["[1/2]", " of 3", "[1/8]"]);
  expect(said("6.5 cm, 12 of 36")).toEqual(["6.5 cm, 12 of 36"]);
  expect(said("≈9/32″")).toEqual(["≈", "[9/32]", "″"]);
  expect(said("")).toEqual([]);
  for (const text of ["40″ − ½″ = 39½″; ÷ 2½″", "⅛ yd", "a ⅓ b ⅔ c"]) {
    expect(
      fractions(text)
        .map((r) => r.text)
        .join(""),
    ).not.toMatch(/[½¼¾⅛⅜⅝⅞⅓⅔]/);
  }
});
