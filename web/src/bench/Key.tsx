// Keys at the bench.
import type { ReactNode } from "react";
import { Key as AnyKey } from "../frame/Key";

/** Keys are named only where there may be a keyboard. */
export function Key({ children }: { children: ReactNode }) {
  return <AnyKey display={{ base: "none", md: "inline" }}>{children}</AnyKey>;
}

/** Where there is little room, only on a wide screen. */
export function WideKey({ children }: { children: ReactNode }) {
  return <AnyKey display={{ base: "none", xl: "inline" }}>{children}</AnyKey>;
}
