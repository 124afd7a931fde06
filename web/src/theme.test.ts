import { readdirSync, readFileSync } from "node:fs";
import { expect, test } from "vitest";

test("sizes, typefaces and colours come from the theme alone", () => {
  const faults: string[] = [];
  let files = 0;
  const look = (dir: string) => {
    for (const entry of readdirSync(dir, { withFileTypes: true })) {
      const path = `${dir}/${entry.name}`;
      if (entry.isDirectory()) look(path);
      else if (/\.tsx$/.test(entry.name)) {
        files++;
        readFileSync(path, "utf8")
          .split("\n")
          .forEach((line, i) => {
            // A fabric's own colour is data; everything that is drawn or set takes its colour by name.
            const wrong = /fontSize="\d|fontFamily="|="#[0-9a-fA-F]{3,6}"|rgba?\(|<select|<dialog|type="checkbox"/.test(
              line,
            );
            if (wrong) faults.push(`${path}:${i + 1}: ${line.trim()}`);
          });
      }
    }
  };
  look("src");
  expect(files).toBeGreaterThan(60);
  expect(faults).toEqual([]);
});
