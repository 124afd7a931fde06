/** A place in a document, step by step. */
export type Path = readonly (string | number)[];

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

type Key<T> = T extends readonly unknown[] ? number : T extends object ? Extract<keyof T, string> : never;
type Sub<T, K> = T extends readonly (infer E)[] ? E : K extends keyof T ? NonNullable<T[K]> : never;
/** What a place can hold; undefined where it can be taken out. */
type Held<T, K> = T extends readonly (infer E)[]
  ? E | undefined
  : K extends keyof T
    ? string extends keyof T
      ? T[K] | undefined
      : T[K]
    : never;

/** Sets one place, whose steps and value are checked against what is changed; undefined takes out what can be left out. */
export interface SetPlace<T> {
  (path: readonly [], value: T): void;
  <A extends Key<T>>(path: readonly [A], value: Held<T, A>): void;
  <A extends Key<T>, B extends Key<Sub<T, A>>>(path: readonly [A, B], value: Held<Sub<T, A>, B>): void;
  <A extends Key<T>, B extends Key<Sub<T, A>>, C extends Key<Sub<Sub<T, A>, B>>>(
    path: readonly [A, B, C],
    value: Held<Sub<Sub<T, A>, B>, C>,
  ): void;
  <
    A extends Key<T>,
    B extends Key<Sub<T, A>>,
    C extends Key<Sub<Sub<T, A>, B>>,
    D extends Key<Sub<Sub<Sub<T, A>, B>, C>>,
  >(
    path: readonly [A, B, C, D],
    value: Held<Sub<Sub<Sub<T, A>, B>, C>, D>,
  ): void;
  <
    A extends Key<T>,
    B extends Key<Sub<T, A>>,
    C extends Key<Sub<Sub<T, A>, B>>,
    D extends Key<Sub<Sub<Sub<T, A>, B>, C>>,
    E extends Key<Sub<Sub<Sub<Sub<T, A>, B>, C>, D>>,
  >(
    path: readonly [A, B, C, D, E],
    value: Held<Sub<Sub<Sub<Sub<T, A>, B>, C>, D>, E>,
  ): void;
}

/** Where the place is known only as one goes: what a question of the core writes, or a field that several methods have. */
export type PutPlace = (path: Path, value: unknown) => void;
