import type { ReactNode } from "react";

const vulgar: Record<string, string> = {
  "½": "1/2",
  "¼": "1/4",
  "¾": "3/4",
  "⅛": "1/8",
  "⅜": "3/8",
  "⅝": "5/8",
  "⅞": "7/8",
  "⅓": "1/3",
  "⅔": "2/3",
};

/** Text from the core with every fraction set as a true one: 2½″, 12 7/16″. The shipped faces lack most ready-made ones. */
export function Ruled({ children }: { children: string }) {
  const nodes: ReactNode[] = [];
  let at = 0;
  for (const found of children.matchAll(/(?:(?<=\d) )?(\d+\/\d+|[½¼¾⅛⅜⅝⅞⅓⅔])/g)) {
    nodes.push(children.slice(at, found.index));
    const text = found[1] ?? "";
    nodes.push(
      <span key={found.index} className="frac">
        {vulgar[text] ?? text}
      </span>,
    );
    at = found.index + found[0].length;
  }
  nodes.push(children.slice(at));
  return <span className="tabular">{nodes}</span>;
}
