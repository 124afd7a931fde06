// What is folded away until one asks for it, or until something in it has to be mended. It never closes by itself.
import { chakra } from "@chakra-ui/react";
import { type ComponentProps, type ReactNode, useEffect, useState } from "react";

type Props = Omit<ComponentProps<typeof chakra.details>, "open" | "children"> & {
  summary: ReactNode;
  must: boolean;
  /** What is folded away is not there at all. */
  lazy?: boolean;
  children: ReactNode;
};

/** summary is a chakra.summary; must opens it. */
export function Fold({ summary, must, lazy, children, ...rest }: Props) {
  const [open, setOpen] = useState(must);
  useEffect(() => {
    if (must) setOpen(true);
  }, [must]);
  return (
    <chakra.details {...rest} open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      {summary}
      {(open || !lazy) && children}
    </chakra.details>
  );
}
