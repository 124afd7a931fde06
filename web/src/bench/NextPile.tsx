// What lies in the pile of the block that is sewn next, where prints are dealt; and what of it is sewn of another print.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Project } from "../api/client";
import { ChoiceField } from "../frame/fields";
import { shortPhone } from "./short";
import type { Counting } from "./useCounting";

type Props = {
  project: Project;
  tally: Counting["tally"];
  /** The place that is being told; none while nothing is. */
  place: number | undefined;
  setPlace: (place: number | undefined) => void;
};

export function NextPile({ project, tally, place, setPlace }: Props) {
  const { deal } = project.plan;
  const { piles, others } = tally;
  const pile = deal.cells[piles[0] ?? -1];
  if (!pile?.says) return null;
  const places = deal.blocks[pile.block]?.places ?? [];
  const is = (spot: number) =>
    deal.prints.findIndex((p, i) => {
      const dealt = pile.prints[spot] ?? -1;
      return others[spot] ? p.id === others[spot] && p.fabric === deal.prints[dealt]?.fabric : i === dealt;
    });
  const changed = Object.keys(others).length;
  if (place !== undefined)
    return (
      <Flex gap="8px" align="center" mt="4px" role="group" aria-label={`${pile.called}: other prints`}>
        <Box w="140px">
          <ChoiceField
            label="Place"
            hideLabel
            value={String(place)}
            onChange={(v) => setPlace(Number(v))}
            choices={places.map((name, i) => ({ value: String(i), name }))}
          />
        </Box>
        <Box flex="1">
          <ChoiceField
            label="Sewn of"
            hideLabel
            value={deal.prints[is(place)]?.id ?? ""}
            onChange={(id) => tally.of(place, id === deal.prints[pile.prints[place] ?? -1]?.id ? undefined : id)}
            choices={deal.prints
              .filter((p) => p.fabric === deal.prints[pile.prints[place] ?? -1]?.fabric)
              .map((p) => ({ value: p.id, name: p.name }))}
          />
        </Box>
        <Button size="sm" onClick={() => setPlace(undefined)}>
          Done
        </Button>
      </Flex>
    );
  return (
    <Flex align="center" gap="8px" mt="4px" wrap="wrap" rowGap="0" fontSize={{ base: "small", md: "body" }}>
      {[...new Set(pile.prints.map((_, spot) => is(spot)))].slice(0, 6).map((p) => (
        <Box
          key={p}
          w="16px"
          h="16px"
          flexShrink={0}
          borderWidth="1px"
          borderColor="line"
          style={{ background: deal.prints[p]?.colour }}
        />
      ))}
      <Text data-testid="pile">
        <b>{pile.called}</b>: {pile.says}
      </Text>
      <Button
        size="sm"
        variant="plain"
        px="0"
        minH="24px"
        onClick={() => setPlace(0)}
        css={{ [shortPhone]: { display: "none" } }}
      >
        {changed > 0 ? `${changed} of another print` : "Of another print"}
      </Button>
    </Flex>
  );
}
