import type { Document } from "../api/client";

export type Colours = Record<string, string>;

export const coloursOf = (d: Document): Colours => Object.fromEntries(d.fabrics.map((f) => [f.id, f.colour]));
