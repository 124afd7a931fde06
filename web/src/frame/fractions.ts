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

export type Run = { at: number; text: string; fraction: boolean };

/** Splits text from the core into plain runs and fractions ("1/2"), because the shipped faces lack most ready-made ones. */
export function fractions(text: string): Run[] {
  const runs: Run[] = [];
  let at = 0;
  const plain = (end: number) => {
    if (end > at) runs.push({ at, text: text.slice(at, end), fraction: false });
  };
  for (const found of text.matchAll(/(?:(?<=\d) )?(\d+\/\d+|[½¼¾⅛⅜⅝⅞⅓⅔])/g)) {
    plain(found.index);
    const part = found[1] ?? "";
    runs.push({ at: found.index, text: vulgar[part] ?? part, fraction: true });
    at = found.index + found[0].length;
  }
  plain(text.length);
  return runs;
}
