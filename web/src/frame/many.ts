/** So many of something: "1 block", "12 blocks". */
export const many = (n: number, one: string, more = `${one}s`) => `${n} ${n === 1 ? one : more}`;

/** A sentence as it goes on after a colon. */
export const lower = ([first = "", ...rest]: Iterable<string>) => first.toLowerCase() + rest.join("");

/** What of the pressed pile is to be pressed once more. */
export const pressAgain = (n: number) =>
  `${n === 1 ? "1 is" : `${n} are`} pressed another way than planned now: press ${n === 1 ? "it" : "them"} again.`;
