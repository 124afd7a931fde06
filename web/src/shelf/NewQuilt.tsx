// A new quilt from a few choices. Every change is planned at once; nothing is stored before the last button.
import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";
import { useDebounce } from "use-debounce";
import { type Choices, newId, type Problem, Refused, server } from "../api/client";
import { asks, useBeginning } from "../api/queries";
import { coloursOf } from "../drawn/colours";
import { PictureView } from "../drawn/Picture";
import { QuiltView } from "../drawn/QuiltView";
import { ChoiceField, ColourField, NumberField, TextField } from "../frame/fields";
import { Mark } from "../frame/Mark";
import { many } from "../frame/many";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";

const kept = "vicis-new-quilt";
type Chosen = Omit<Choices, "strip"> & { strip?: string };

/** Strips are cut as a new quilt starts with until something else is written. */
const first: Chosen = {
  name: "",
  block: "chain",
  squares: 5,
  companion: "corners",
  rows: 7,
  columns: 5,
  measure: "in",
  border: "",
};

function begin(): Chosen {
  try {
    return { ...first, ...JSON.parse(localStorage.getItem(kept) ?? "{}") };
  } catch {
    return first;
  }
}

export function NewQuilt() {
  const [choices, setChoices] = useState(begin);
  const [id] = useState(newId);
  const away = useNavigate();
  const queries = useQueryClient();
  useEffect(() => {
    try {
      localStorage.setItem(kept, JSON.stringify(choices));
    } catch {
      // A browser that keeps nothing: the choices live as long as the page.
    }
  }, [choices]);
  const set = (change: Partial<Chosen>) => setChoices((c) => ({ ...c, ...change }));
  const { data: blocks } = useQuery(asks.starters());
  const chosen = blocks?.find((b) => b.block === choices.block && b.squares === choices.squares);
  const beginning = useBeginning(choices.measure);
  const strip = choices.strip ?? beginning?.strip;
  const whole = { ...choices, strip: strip ?? "" };
  const named = { ...whole, name: choices.name.trim() || "Untitled" };
  const [asked] = useDebounce(named, 150);
  const { data: preview, error } = useQuery({
    ...asks.begin(asked),
    enabled: asked.strip !== "" || choices.strip === "", // not before it is known what a quilt starts with
    placeholderData: keepPreviousData,
  });
  const store = useMutation({
    mutationFn: async () => server.create(id, (await server.begin(whole)).document),
    onSuccess: (p) => {
      localStorage.removeItem(kept);
      queries.invalidateQueries({ queryKey: asks.shelf().queryKey });
      away(`/q/${p.id}/quilt`);
    },
  });
  const problems: Problem[] = error instanceof Refused ? (error.trouble.problems ?? []) : (preview?.problems ?? []);
  const at = (...places: string[]) => problems.filter((p) => places.includes(p.at));
  const placed = ["/squares", "/companion", "/block", "/top/rows", "/top/columns", "/strip", "/top/borders/0/width"];
  const elsewhere = problems.filter((p) => !placed.includes(p.at));
  const nameMissing = store.isError && choices.name.trim() === "";
  const stopped = problems.some((p) => p.stops) || !!error;

  return (
    <Box maxW="1240px" mx="auto" px={{ base: "16px", md: "28px" }} pb="40px">
      <Flex as="header" align="center" gap="14px" py="14px" borderBottomWidth="1px" borderColor="hair">
        <Link to="/" aria-label="To the shelf">
          <Mark />
        </Link>
        <Heading as="h1" textStyle="page">
          Begin a quilt
        </Heading>
      </Flex>
      <Flex as="main" gap={{ base: "24px", lg: "48px" }} mt="20px" wrap="wrap">
        <Box flex="1" minW={{ base: "100%", lg: "520px" }}>
          <Heading as="h2" fontSize="body" fontWeight="600" mb="10px">
            Block
          </Heading>
          <Flex wrap="wrap" gap="9px" role="radiogroup" aria-label="Block" align="flex-start">
            {blocks?.map((b) => (
              <chakra.button
                key={b.name}
                type="button"
                role="radio"
                aria-checked={b === chosen}
                onClick={() => set({ block: b.block, squares: b.squares, fabrics: undefined })}
                w="80px"
                pb="5px"
                borderBottomWidth="3px"
                borderColor={b === chosen ? "madder" : "transparent"}
                cursor="pointer"
              >
                <PictureView picture={b.picture} colours={b.colours} maxW={80} maxH={80} label="" />
                <Text fontSize="fine" fontWeight="600" mt="5px" whiteSpace="nowrap">
                  {b.name}
                </Text>
              </chakra.button>
            ))}
          </Flex>
          <Text color="soft" mt="8px">
            {chosen?.says ?? ""}
          </Text>
          {at("/squares", "/block").map((p) => (
            <Text key={p.at} color="madder" fontWeight="600" role="alert">
              {`${p.says} ${p.mend}`}
            </Text>
          ))}
          <Box display="grid" gridTemplateColumns={{ base: "1fr 1fr", md: "1fr 1fr 1fr" }} gap="18px" mt="20px">
            <ChoiceField
              label="Between the blocks"
              value={choices.companion}
              onChange={(companion) => set({ companion, fabrics: undefined })}
              problems={at("/companion")}
              choices={[
                { value: "none", name: "the same block" },
                { value: "plain", name: "a plain block" },
                { value: "corners", name: "plain with corners" },
              ]}
            />
            <NumberField
              label="Blocks across"
              value={choices.columns}
              min={1}
              onChange={(columns) => set({ columns })}
              problems={at("/top/columns")}
            />
            <NumberField
              label="Blocks down"
              value={choices.rows}
              min={1}
              onChange={(rows) => set({ rows })}
              problems={at("/top/rows")}
            />
            <ChoiceField
              label="Your ruler"
              value={choices.measure}
              onChange={(measure) => set({ measure, strip: undefined })}
              choices={[
                { value: "in", name: "inches" },
                { value: "cm", name: "centimetres" },
              ]}
            />
            <TextField
              label="Strips cut"
              value={whole.strip}
              onChange={(strip) => set({ strip })}
              problems={at("/strip")}
              help="2 1/2, 2.5, 2½ or 65 mm"
            />
            <TextField
              label="Border cut"
              value={choices.border ?? ""}
              onChange={(border) => set({ border })}
              problems={at("/top/borders/0/width")}
              help="empty for none"
            />
          </Box>
          {preview && (
            <Fabrics
              roles={preview.document.roles.map((r) => r.name)}
              fabrics={preview.document.fabrics}
              set={(fabrics) => set({ fabrics })}
            />
          )}
          <Box mt="22px" maxW="420px">
            <TextField
              label="Name"
              value={choices.name}
              onChange={(name) => set({ name })}
              problems={
                nameMissing
                  ? [
                      {
                        code: "name-missing",
                        at: "/name",
                        says: "The quilt has no name.",
                        mend: "Give it one.",
                        stops: true,
                      },
                    ]
                  : []
              }
            />
          </Box>
          {elsewhere.map((p) => (
            <Text
              key={p.at + p.code}
              mt="10px"
              color={p.stops ? "madder" : "ink"}
              fontWeight={p.stops ? 600 : 400}
              role={p.stops ? "alert" : undefined}
            >
              <Ruled>{`${p.says} ${p.mend}`}</Ruled>
            </Text>
          ))}
          {error && problems.length === 0 && <Wrong error={error} />}
          {store.error && !nameMissing && <Wrong error={store.error} />}
          <Text color="soft" mt="16px">
            Cloth width, allowance, spares and every single strip can be changed on the quilt's own page.
          </Text>
          <Flex gap="12px" mt="18px">
            <Button variant="solid" disabled={stopped || store.isPending} onClick={() => store.mutate()}>
              Put it on the shelf
            </Button>
            <Button asChild variant="plain">
              <Link to="/">Leave</Link>
            </Button>
          </Flex>
        </Box>
        <Box as="section" aria-label="How it will look" w={{ base: "100%", lg: "520px" }} opacity={stopped ? 0.45 : 1}>
          {preview && (
            <>
              <Flex justify="center">
                <QuiltView
                  layout={preview.plan.quilt}
                  colours={coloursOf(preview.document)}
                  maxW={500}
                  maxH={500}
                  label={named.name}
                />
              </Flex>
              <Text textStyle="lead" mt="16px">
                <Ruled>{`Finishes ${preview.plan.finished.text}`}</Ruled>
              </Text>
              <Text color="soft">
                <Ruled>{`${many(preview.plan.blocks, "block")} of ${preview.plan.block.text} · ${preview.plan.cut.map((c) => `${c.buy} ${c.name}`).join(" · ")}`}</Ruled>
              </Text>
              <Text color="soft">
                <Ruled>{`${preview.plan.press.says}. ${preview.plan.press.detail}`}</Ruled>
              </Text>
            </>
          )}
        </Box>
      </Flex>
    </Box>
  );
}

type Fabric = NonNullable<Choices["fabrics"]>[number];

/** What plays each part: a name and a colour. */
function Fabrics({ roles, fabrics, set }: { roles: string[]; fabrics: Fabric[]; set: (f: Fabric[]) => void }) {
  const change = (i: number, part: Partial<Fabric>) => set(fabrics.map((f, k) => (k === i ? { ...f, ...part } : f)));
  return (
    <Flex gap="18px" mt="18px" wrap="wrap">
      {fabrics.map((f, i) => (
        <Flex key={f.id} gap="8px" align="end" flex="1" minW="150px">
          <ColourField
            w="44px"
            label={`Colour of ${f.name}`}
            hideLabel
            value={f.colour}
            onChange={(colour) => change(i, { colour })}
          />
          <TextField label={roles[i] ?? f.name} value={f.name} onChange={(name) => change(i, { name })} />
        </Flex>
      ))}
    </Flex>
  );
}
