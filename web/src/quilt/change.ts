/** A place in a document, step by step. */
export type Path = (string | number)[];

/** A copy of a document with one place changed; undefined takes it out. */
export function changed<T>(node: T, path: Path, value: unknown): T {
  const [head, ...rest] = path;
  if (head === undefined) return value as T;
  if (Array.isArray(node)) {
    const copy = [...node];
    if (rest.length === 0 && value === undefined) copy.splice(head as number, 1);
    else copy[head as number] = changed(copy[head as number], rest, value);
    return copy as T;
  }
  const copy = { ...(node as Record<string, unknown>) };
  if (rest.length === 0 && value === undefined) delete copy[head as string];
  else copy[head as string] = changed(copy[head as string], rest, value);
  return copy as T;
}
