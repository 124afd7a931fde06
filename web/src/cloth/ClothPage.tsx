// The shelf of cloth that all quilts share: what lies there, and what is promised to which quilt.
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { type Held, type Holding, newId, type Problem, Refused, server } from "../api/client";
import { asks, clothKey } from "../api/queries";
import { ChoiceField, ColourField, NumberField, TextField } from "../frame/fields";
import { Mark } from "../frame/Mark";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Loading, Wrong } from "../frame/States";
import { PackField } from "./PackField";

export function ClothPage() {
  const { data, error } = useQuery(asks.cloth());
  const here = data?.filter((h) => h.count > 0 || h.promised.length > 0) ?? [];
  const gone = data?.filter((h) => h.count === 0 && h.promised.length === 0) ?? [];
  return (
    <Box maxW="1080px" mx="auto" px={{ base: "16px", md: "28px" }} pb="40px">
      <Flex as="header" align="center" gap="14px" py="14px" borderBottomWidth="1px" borderColor="hair" mb="20px">
        <Link to="/" aria-label="To the shelf">
          <Mark />
        </Link>
        <Heading as="h1" textStyle="page">
          Cloth
        </Heading>
        <Text color="soft" display={{ base: "none", md: "block" }}>
          on one shelf for all quilts; each piece is promised once
        </Text>
      </Flex>
      <main>
        {error && <Wrong error={error} />}
        {!data && !error && <Loading label="Unfolding the cloth" />}
        {data && (
          <Section title="On the shelf">
            {here.length === 0 && (
              <Text color="soft">Nothing yet. Put down what you have, and promise it to a quilt on its page.</Text>
            )}
            {here.map((h) => (
              <Piece key={`${h.id} ${h.count}`} held={h} />
            ))}
          </Section>
        )}
        <NewPiece />
        {gone.length > 0 && (
          <Section title="Used up">
            {gone.map((h) => (
              <Piece key={`${h.id} ${h.count}`} held={h} />
            ))}
          </Section>
        )}
      </main>
    </Box>
  );
}

/** Says how a piece lies there; what is wrong stays beside its field. */
export function usePut() {
  const queries = useQueryClient();
  const put = useMutation({
    mutationFn: ({ id, since, ...body }: Holding & { id: string; since?: string; measure?: "in" | "cm" }) =>
      server.putCloth(id, body, since),
    onError: () => queries.invalidateQueries({ queryKey: clothKey }), // how it lies now
    onSuccess: (list) => {
      queries.setQueryData(asks.cloth().queryKey, list);
      queries.invalidateQueries({ queryKey: clothKey });
    },
  });
  const problems: Problem[] = put.error instanceof Refused ? (put.error.trouble.problems ?? []) : [];
  return { put, at: (place: string) => problems.filter((p) => p.at === place), known: problems.length > 0 };
}

const same = ({ name, colour, kind, width, length, count, note }: Held): Holding => ({
  name,
  colour,
  kind,
  width,
  length,
  count,
  note,
});

function Piece({ held: h }: { held: Held }) {
  const { put, known } = usePut();
  const { data: sorts } = useQuery(asks.sorts());
  const [count, setCount] = useState(h.count);
  return (
    <Flex py="10px" gap="16px" borderTopWidth="1px" borderColor="hair" align="center" wrap="wrap">
      <Box w="44px" h="44px" style={{ background: h.colour }} borderWidth="1px" borderColor="line" flexShrink={0} />
      <Box flex="1" minW="200px">
        <Text fontWeight="600">
          <Ruled>{h.title}</Ruled>
        </Text>
        <Text fontSize="note" color="soft">
          {sorts?.find((s) => s.kind === h.kind)?.name}
          {h.note && ` · ${h.note}`}
        </Text>
        {h.promised.map((p) => (
          <Text key={p.quilt} fontSize="note">
            {p.count > 0 ? `${p.count} promised to ` : `${p.cut} cut for `}
            <Link to={`/q/${p.quilt}/quilt`}>
              <Text as="span" textDecoration="underline">
                {p.name}
              </Text>
            </Link>
            {p.count > 0 && p.cut > 0 && `, ${p.cut} cut for it`}
          </Text>
        ))}
        {h.left.length > 0 && (
          <Text fontSize="note">
            <Ruled>{`Left of what is cut, and kept for it: ${h.left.join(", ")}`}</Ruled>
          </Text>
        )}
        {put.error && !known && <Wrong error={put.error} />}
      </Box>
      <Text className="tabular" fontWeight="600" color={h.free < 0 ? "madder" : h.free > 0 ? "woad" : "soft"}>
        {h.free < 0 ? `${-h.free} too many promised` : h.count === 0 ? "none whole" : `${h.free} of ${h.count} free`}
      </Text>
      <Flex gap="8px" align="end">
        <Box w="84px">
          <NumberField label={`How many of ${h.title}`} hideLabel value={count} onChange={setCount} />
        </Box>
        <Button
          size="sm"
          h="36px"
          disabled={count === h.count || put.isPending}
          aria-label={`${h.title}: ${count} there`}
          onClick={() => put.mutate({ ...same(h), id: h.id, since: h.since, count })}
        >
          So many
        </Button>
      </Flex>
    </Flex>
  );
}

const empty = {
  name: "",
  colour: "#b7a88a",
  kind: "yardage" as Holding["kind"],
  width: "",
  length: "",
  count: 1,
  note: "",
};

/** What is being written down, kept in the browser until it lies on the shelf. */
function useKept() {
  const key = "vicis-new-cloth";
  const [piece, setPiece] = useState<typeof empty>(() => {
    try {
      return { ...empty, ...JSON.parse(localStorage.getItem(key) ?? "{}") };
    } catch {
      return empty;
    }
  });
  const keep = (p: typeof empty) => {
    setPiece(p);
    try {
      localStorage.setItem(key, JSON.stringify(p));
    } catch {
      // A browser that keeps nothing: it lives as long as the page.
    }
  };
  return [piece, keep] as const;
}

function NewPiece() {
  const [piece, keep] = useKept();
  const { data: sorts } = useQuery(asks.sorts());
  const sort = sorts?.find((s) => s.kind === piece.kind);
  const [id, setId] = useState(newId);
  const { put, at, known } = usePut();
  const set = (p: Partial<typeof empty>) => keep({ ...piece, ...p });
  return (
    <Section title="Put something on it">
      <Box maxW="300px" mb="10px">
        <PackField label="Begin with" take={({ kind, width, length, count }) => set({ kind, width, length, count })} />
      </Box>
      <Box
        display="grid"
        gridTemplateColumns={{ base: "44px 1fr 1fr", lg: "44px 1.4fr 1.5fr 1fr 1fr 0.7fr" }}
        gap="12px"
        alignItems="start"
      >
        <Box pt="22px">
          <ColourField
            w="44px"
            label="Colour"
            hideLabel
            value={piece.colour}
            onChange={(colour) => set({ colour })}
            problems={at("/colour")}
          />
        </Box>
        <TextField label="Fabric" value={piece.name} onChange={(name) => set({ name })} problems={at("/name")} />
        <ChoiceField
          label="Kept as"
          value={piece.kind}
          onChange={(kind) => set({ kind: kind as Holding["kind"] })}
          choices={(sorts ?? []).map((s) => ({ value: s.kind, name: s.name }))}
        />
        <TextField
          label={sort?.width ?? "Width"}
          value={piece.width}
          onChange={(width) => set({ width })}
          problems={at("/width")}
          help="42 in, 110 cm"
        />
        <TextField
          label="Length"
          value={piece.length}
          onChange={(length) => set({ length })}
          problems={at("/length")}
          help={sort?.long}
        />
        <NumberField
          label="How many"
          value={piece.count}
          onChange={(count) => set({ count })}
          problems={at("/count")}
        />
      </Box>
      <Flex gap="12px" mt="12px" align="end" wrap="wrap">
        <Box w={{ base: "100%", md: "420px" }}>
          <TextField
            label="Note"
            value={piece.note}
            onChange={(note) => set({ note })}
            help="where it came from, what it is kept for"
          />
        </Box>
        <Button
          variant="solid"
          h="40px"
          disabled={put.isPending}
          onClick={() =>
            put.mutate(
              { ...piece, id },
              {
                onSuccess: () => {
                  keep(empty);
                  setId(newId());
                },
              },
            )
          }
        >
          Put it on the shelf
        </Button>
      </Flex>
      {put.error && !known && <Wrong error={put.error} />}
    </Section>
  );
}
