// Answers integer programs in the CPLEX LP format, each ended by a zero byte, from standard input: one optimum a line.
// For the tests of core/cutting, which hold their own answers against it.
import { readFileSync } from "node:fs";
import load from "highs";

const highs = await load();
for (const lp of readFileSync(0, "utf8").split("\0").filter(Boolean)) {
  const answer = highs.solve(lp);
  if (answer.Status !== "Optimal") throw new Error(answer.Status);
  console.log(Math.round(answer.ObjectiveValue));
}
