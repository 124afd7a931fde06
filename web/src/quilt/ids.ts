/** An id that nothing else in the document has. */
export function freeId(stem: string, taken: string[]) {
  let n = 1;
  while (taken.includes(`${stem}-${n}`)) n++;
  return `${stem}-${n}`;
}

/** A name that no other unit has: "New block", then "New block 2". */
export function freeName(name: string, taken: string[]) {
  if (!taken.includes(name)) return name;
  let n = 2;
  while (taken.includes(`${name} ${n}`)) n++;
  return `${name} ${n}`;
}
