// Cloth as shops sell it cut: its numbers to begin with, each of which can be changed.
import { useQuery } from "@tanstack/react-query";
import type { Pack } from "../api/client";
import { asks } from "../api/queries";
import { ChoiceField } from "../frame/fields";

export function PackField({ label, take }: { label: string; take: (pack: Pack) => void }) {
  const { data } = useQuery(asks.packs());
  return (
    <ChoiceField
      label={label}
      value=""
      onChange={(name) => {
        const pack = data?.find((p) => p.name === name);
        if (pack) take(pack);
      }}
      choices={[{ value: "", name: "none of these" }, ...(data ?? []).map((p) => ({ value: p.name, name: p.name }))]}
    />
  );
}
