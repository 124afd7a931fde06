/** An id that nothing else in the document has. */
export function freeId(stem: string, taken: string[]) {
  let n = 1;
  while (taken.includes(`${stem}-${n}`)) n++;
  return `${stem}-${n}`;
}
