import { Button } from "@chakra-ui/react";
import type { Draft } from "./draft";

/** Rows that are alike as steps of their own, everywhere, with one act. */
export function PressRemedy({ draft }: { draft: Draft }) {
  if (!draft.preview.plan.press.apart) return null;
  const d = draft.document;
  return (
    <Button
      size="sm"
      mt="6px"
      onClick={() =>
        draft.set(
          ["units"],
          d.units.map((u) => (u.how.by === "grid" ? { ...u, how: { ...u.how, apart: true } } : u)),
        )
      }
    >
      Sew alike rows apart
    </Button>
  );
}
