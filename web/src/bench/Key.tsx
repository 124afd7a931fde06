// Keys at the bench.
import type { ReactNode } from "react";
import { Key as AnyKey } from "../frame/Key";

/** Keys are named only where there may be a keyboard. */
export function Key({ children }: { children: ReactNode }) {
  return <AnyKey display={{ base: "none", md: "inline" }}>{children}</AnyKey>;
}
