// One block of the library with the quilter's own size, colours and number.
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";
import { useDebounce } from "use-debounce";
import { type Beginning, type Document, newId, type Problem, Refused, type Shown, server } from "../api/client";
import { asks } from "../api/queries";
import { coloursOf } from "../drawn/colours";
import { PictureView } from "../drawn/Picture";
import { QuiltView } from "../drawn/QuiltView";
import { ChoiceField, ColourField, NumberField, TextField } from "../frame/fields";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";

type Wishes = {
  measure: "in" | "cm";
  finished: string;
  rows: number;
  columns: number;
  fabrics: Document["fabrics"];
};

/** What the quilter wishes, kept in the browser until the block is on the shelf. */
function useWishes(entry: Shown) {
  const key = `vicis-library-${entry.id}`;
  const d = entry.document;
  const [wishes, setWishes] = useState<Wishes>(() => {
    const first = { measure: d.measure, finished: "", rows: d.top.rows, columns: d.top.columns, fabrics: d.fabrics };
    try {
      return { ...first, ...JSON.parse(localStorage.getItem(key) ?? "{}") };
    } catch {
      return first;
    }
  });
  useEffect(() => {
    try {
      localStorage.setItem(key, JSON.stringify(wishes));
    } catch {
      // A browser that keeps nothing: the wishes live as long as the page.
    }
  }, [wishes, key]);
  return {
    wishes,
    wish: (w: Partial<Wishes>) => setWishes((now) => ({ ...now, ...w })),
    forget: () => localStorage.removeItem(key),
  };
}

function wished(d: Document, w: Wishes, beginning?: Beginning): Document {
  const own =
    w.measure === d.measure || !beginning
      ? {}
      : {
          ruler: beginning.ruler,
          seam: beginning.seam,
          cloth: beginning.cloth,
          settings: beginning.settings,
        };
  return {
    ...d,
    ...own,
    measure: w.measure,
    note: "",
    fabrics: w.fabrics,
    top: { ...d.top, rows: w.rows, columns: w.columns },
  };
}

export function ChosenBlock({ entry, name, setName }: { entry: Shown; name: string; setName: (name: string) => void }) {
  const { wishes, wish, forget } = useWishes(entry);
  const [id] = useState(newId);
  const away = useNavigate();
  const queries = useQueryClient();
  const { data: beginnings } = useQuery(asks.beginnings());
  const by = (measure: Wishes["measure"]) => beginnings?.find((b) => b.measure === measure);
  const base = wished(entry.document, wishes, by(wishes.measure));
  const [finished] = useDebounce(wishes.finished, 150);
  const resized = useQuery({
    ...asks.resize(base, entry.block, finished),
    enabled: finished.trim() !== "",
    placeholderData: keepPreviousData,
  });
  const sized = wishes.finished.trim() === "" ? undefined : resized.data;
  const document = { ...(sized?.document ?? base), name: name.trim() || entry.name };
  const [asked] = useDebounce(document, 150);
  const { data: preview, error } = useQuery({
    ...asks.preview(asked),
    placeholderData: keepPreviousData,
  });
  const store = useMutation({
    mutationFn: () => server.create(id, document),
    onSuccess: (p) => {
      forget();
      queries.invalidateQueries({ queryKey: asks.shelf().queryKey });
      away(`/q/${p.id}/quilt`);
    },
  });
  const refused = (e: unknown): Problem[] => (e instanceof Refused ? (e.trouble.problems ?? []) : []);
  const sizing = wishes.finished.trim() === "" ? [] : refused(resized.error);
  const problems = [...refused(error), ...(preview?.problems ?? [])];
  const placed = ["/top/rows", "/top/columns"];
  const at = (place: string) => problems.filter((p) => p.at === place);
  const stopped = sizing.length > 0 || problems.some((p) => p.stops) || !preview;
  const plan = preview?.plan;
  const colours = coloursOf(document);
  const block = plan?.quilt.blocks[entry.block];

  return (
    <>
      <Heading as="h2" textStyle="title">
        {entry.name}
      </Heading>
      <Text color="soft">{entry.says}</Text>
      <Flex gap="26px" mt="16px" wrap="wrap" align="start" opacity={stopped && plan ? 0.5 : 1}>
        <figure>
          <PictureView
            picture={block}
            colours={colours}
            maxW={190}
            maxH={190}
            label={`${entry.name}, front`}
            back={false}
          />
          <Caption>front</Caption>
        </figure>
        <figure>
          <PictureView picture={block} colours={colours} maxW={190} maxH={190} label={entry.name} back />
          <Caption>back, as it is pressed</Caption>
        </figure>
        {plan && plan.quilt.w > 0 && (
          <figure>
            <QuiltView
              layout={plan.quilt}
              colours={colours}
              maxW={250}
              maxH={250}
              label={`${entry.name} beside itself`}
              back={false}
            />
            <Caption>{`${plan.columns} × ${plan.rows} of itself`}</Caption>
          </figure>
        )}
      </Flex>
      <Text textStyle="lead" mt="14px">
        <Ruled>{plan?.block.text ? `One finishes ${plan.block.text}; the quilt ${plan.finished.text}` : ""}</Ruled>
      </Text>
      <Box
        display="grid"
        gridTemplateColumns={{ base: "1fr 1fr", md: "repeat(4, 1fr)" }}
        gap="16px"
        mt="12px"
        maxW="720px"
      >
        <TextField
          label="One finishes"
          value={wishes.finished}
          onChange={(finished) => wish({ finished })}
          problems={sizing}
          help={`empty: ${entry.finished.split(" × ")[0] ?? ""}, as drawn`}
        />
        <ChoiceField
          label="Your ruler"
          value={wishes.measure}
          onChange={(measure) => wish({ measure, finished: by(measure)?.block ?? "" })}
          choices={[
            { value: "in", name: "inches" },
            { value: "cm", name: "centimetres" },
          ]}
        />
        <NumberField
          label="Across"
          min={1}
          value={wishes.columns}
          onChange={(columns) => wish({ columns })}
          problems={at("/top/columns")}
        />
        <NumberField
          label="Down"
          min={1}
          value={wishes.rows}
          onChange={(rows) => wish({ rows })}
          problems={at("/top/rows")}
        />
      </Box>
      {sized && sized.off.length > 0 && (
        <Box mt="10px" borderLeftWidth="4px" borderColor="madder" pl="12px">
          <Text fontWeight="600">
            <Ruled>{`At ${sized.finished} these fall between two marks of your ruler: ${[...new Set(sized.off)].join("; ")}.`}</Ruled>
          </Text>
          <Flex gap="8px" mt="6px" align="center" wrap="wrap">
            {sized.nearest.map((n) => (
              <Button key={n.written} size="sm" onClick={() => wish({ finished: n.written })}>
                <Ruled>{`${n.text} falls on marks`}</Ruled>
              </Button>
            ))}
          </Flex>
        </Box>
      )}
      <Flex gap="16px" mt="14px" wrap="wrap">
        {wishes.fabrics.map((f, i) => {
          const change = (part: Partial<typeof f>) =>
            wish({ fabrics: wishes.fabrics.map((g, k) => (k === i ? { ...g, ...part } : g)) });
          const role = document.roles.find((r) => r.fabric === f.id);
          return (
            <Flex key={f.id} gap="8px" align="end" w="190px">
              <ColourField
                w="44px"
                label={`Colour of ${f.name}`}
                hideLabel
                value={f.colour}
                onChange={(colour) => change({ colour })}
              />
              <TextField label={role?.name ?? f.name} value={f.name} onChange={(n) => change({ name: n })} />
            </Flex>
          );
        })}
      </Flex>
      {problems
        .filter((p) => !placed.includes(p.at))
        .map((p) => (
          <Text
            key={p.at + p.code}
            mt="10px"
            fontSize="small"
            color={p.stops ? "madder" : "ink"}
            fontWeight={p.stops ? 600 : 400}
            role={p.stops ? "alert" : undefined}
          >
            <Ruled>{`${p.stops ? "" : "Note: "}${p.says} ${p.mend}`}</Ruled>
          </Text>
        ))}
      {plan && (
        <Text mt="12px" color="soft">
          <Ruled>{`${plan.cut.map((c) => `${c.buy} ${c.name}`).join(" · ")}${plan.press.says ? ` · ${plan.press.says}` : ""}`}</Ruled>
        </Text>
      )}
      <Flex gap="12px" mt="16px" align="end" wrap="wrap">
        <Box w="260px">
          <TextField label="Name of the quilt" value={name} onChange={setName} />
        </Box>
        <Button variant="solid" minH="38px" disabled={stopped || store.isPending} onClick={() => store.mutate()}>
          Put it on the shelf
        </Button>
        <Button asChild variant="plain" minH="38px">
          <Link to="/">Leave</Link>
        </Button>
      </Flex>
      {store.error && <Wrong error={store.error} />}
      {error && refused(error).length === 0 && <Wrong error={error} />}
    </>
  );
}

function Caption({ children }: { children: React.ReactNode }) {
  return (
    <Text as="figcaption" mt="6px" fontSize="note" color="soft">
      {children}
    </Text>
  );
}
