/** So many of something: "1 block", "12 blocks". */
export const many = (n: number, one: string, more = `${one}s`) => `${n} ${n === 1 ? one : more}`;
