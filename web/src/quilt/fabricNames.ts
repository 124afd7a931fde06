import type { Document } from "../api/client";

/** What every fabric is called; two of one name are told apart by what they are cut for. */
export function fabricNames(d: Document): Record<string, string> {
  return Object.fromEntries(
    d.fabrics.map((f) => {
      const roles = d.roles.filter((r) => r.fabric === f.id).map((r) => r.name);
      const twice = d.fabrics.some((o) => o !== f && o.name === f.name);
      return [f.id, twice ? `${f.name} (${roles.join(", ") || f.id})` : f.name];
    }),
  );
}
