// All that was counted, in its order: picked by step, kind and day; every line can be taken back or put right, by another event.
import { Box, Button, chakra, Flex, Input, Text } from "@chakra-ui/react";
import { useInfiniteQuery, useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { type BookLine, type Project, Refused, server } from "../api/client";
import { asks, useTakeProgress } from "../api/queries";
import { ChoiceField, TextField } from "../frame/fields";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Loading, Wrong } from "../frame/States";
import type { useRecord } from "./useRecord";

const kinds: Record<string, string> = {
  made: "made",
  aside: "set aside",
  recount: "counted again",
  pile: "lay there",
  unpicked: "unpicked",
  pressed: "pressed",
  measured: "measured",
  bobbin: "full bobbin put in",
  prints: "prints told",
  undo: "taken back",
};

type Props = { project: Project; record: ReturnType<typeof useRecord> };

export function Lines({ project, record }: Props) {
  const [step, setStep] = useState("");
  const [kind, setKind] = useState("");
  const [day, setDay] = useState("");
  const from = day === "" ? undefined : new Date(`${day}T00:00:00`);
  const until = from && new Date(from.getTime() + 86_400_000);
  const which = { step, kind, from: from?.toISOString() ?? "", to: until?.toISOString() ?? "" };
  const { data, error, hasNextPage, fetchNextPage, isFetching } = useInfiniteQuery({
    ...asks.book(project, which),
    placeholderData: (before) => before,
  });
  const lines = data?.pages.flatMap((p) => p.lines) ?? [];
  return (
    <Section title="The book: everything that was counted" aside={<Table project={project} />}>
      <Flex gap="12px" mb="10px" wrap={{ base: "wrap", md: "nowrap" }} maxW="760px">
        <ChoiceField
          label="Step"
          value={step}
          onChange={setStep}
          choices={[{ value: "", name: "all" }, ...project.plan.steps.map((s) => ({ value: s.id, name: s.name }))]}
        />
        <ChoiceField
          label="What"
          value={kind}
          onChange={setKind}
          choices={[{ value: "", name: "all" }, ...Object.entries(kinds).map(([value, name]) => ({ value, name }))]}
        />
        <TextField label="Day" value={day} onChange={setDay} type="date" />
      </Flex>
      {error && <Wrong error={error} />}
      {!data && !error && <Loading label="Opening the book" />}
      {data && lines.length === 0 && (
        <Text color="soft">
          {which.step || which.kind || day ? "Nothing was counted so." : "Nothing was counted yet."}
        </Text>
      )}
      <Box as="ol" aria-label="What was counted, the newest first">
        {lines.map((l, i) => (
          <Line
            key={l.seq}
            line={l}
            record={record}
            heading={i === 0 || dayOf(l) !== dayOf(lines[i - 1] as BookLine) ? dayOf(l) : ""}
          />
        ))}
      </Box>
      {hasNextPage && (
        <Button size="sm" mt="10px" disabled={isFetching} onClick={() => fetchNextPage()}>
          Earlier lines
        </Button>
      )}
    </Section>
  );
}

const dayOf = (l: BookLine) =>
  new Date(l.event.at).toLocaleDateString([], { weekday: "long", day: "numeric", month: "long", year: "numeric" });

function Line({ line, record, heading }: { line: BookLine; record: Props["record"]; heading: string }) {
  const [again, setAgain] = useState<string>();
  const { event: e, back, name } = line;
  const counts = ["made", "aside", "pressed", "recount", "pile", "unpicked"].includes(e.kind);
  const none = e.kind === "recount" || e.kind === "pile";
  const n = Number(again);
  const good = again !== undefined && /^\d{1,4}$/.test(again) && n <= 9999 && (n > 0 || none);
  const undo = { step: e.step, kind: "undo" as const, of: e.id, n: 0 };
  const waits = record.pending.length > 0;
  return (
    <li>
      {heading && (
        <Text fontWeight="600" mt="14px" mb="2px">
          {heading}
        </Text>
      )}
      <Flex gap="14px" align="center" py="4px" borderTopWidth="1px" borderColor="hair" wrap="wrap" minH="40px">
        <Text w="84px" color="soft" fontSize="small" className="tabular" whiteSpace="nowrap">
          {new Date(e.at).toLocaleTimeString([], { timeStyle: "short" })}
        </Text>
        <Text
          flex="1"
          minW="200px"
          textDecoration={back ? "line-through" : undefined}
          color={back ? "soft" : undefined}
        >
          <b className="tabular">{e.kind === "undo" || e.kind === "bobbin" || e.kind === "prints" ? "" : e.n}</b>{" "}
          {kinds[e.kind] ?? e.kind} <Ruled>{`· ${name || e.step}`}</Ruled>
          {e.reads && <Ruled>{`: ${e.reads} ${e.along ?? ""}`}</Ruled>}
          {e.reason && `: ${e.reason}`}
          {!name && " (no longer in the plan)"}
        </Text>
        {back && <Text fontSize="small">was taken back</Text>}
        {!back && e.kind !== "undo" && again === undefined && (
          <Flex gap="8px">
            {counts && (
              <Button size="sm" onClick={() => setAgain(String(e.n ?? 0))} aria-label={`Put right: ${e.n} ${name}`}>
                Put right
              </Button>
            )}
            <Button
              size="sm"
              disabled={waits}
              onClick={() => record.acts([undo])}
              aria-label={`Take back: ${e.n} ${name}`}
            >
              Take back
            </Button>
          </Flex>
        )}
        {again !== undefined && (
          <chakra.form
            display="flex"
            gap="8px"
            alignItems="center"
            onSubmit={(s) => {
              s.preventDefault();
              if (!good) return;
              record.acts([
                undo,
                {
                  step: e.step,
                  kind: e.kind,
                  n,
                  exact: e.exact,
                  look: e.look,
                  reason: e.reason ?? "",
                  at: e.at,
                  ...(e.rev && { rev: e.rev }),
                  prints: e.prints?.slice(0, n),
                },
              ]);
              setAgain(undefined);
            }}
          >
            <Input
              w="84px"
              value={again}
              aria-label="How many there were"
              aria-invalid={!good}
              autoFocus
              inputMode="numeric"
              onChange={(c) => setAgain(c.target.value)}
            />
            <Button size="sm" type="submit" variant="solid" disabled={!good || waits}>
              So many
            </Button>
            <Button size="sm" onClick={() => setAgain(undefined)}>
              Leave it
            </Button>
            {!good && (
              <Text fontSize="small" color="madder" role="alert">
                Write a whole number up to 9999.
              </Text>
            )}
          </chakra.form>
        )}
      </Flex>
    </li>
  );
}

const mostBytes = 900_000;

/** The book as a table, out and in. */
function Table({ project }: { project: Project }) {
  const take = useTakeProgress();
  const read = useMutation({
    mutationFn: async (file: File) => {
      if (file.size > mostBytes)
        throw new Refused({
          title: "Too large",
          status: 413,
          code: "too-large",
          detail: "This table is larger than 900 KB. Send it in parts; nothing of it was taken.",
        });
      return server.readTally(project.id, await file.text());
    },
    onSuccess: (answer) => take(project.id, answer),
  });
  const problems = read.error instanceof Refused ? (read.error.trouble.problems ?? []) : [];
  return (
    <Box textAlign="right">
      <Flex gap="8px" justify="end">
        <Button asChild size="sm">
          <a href={`/api/quilts/${project.id}/tally.csv`}>Save as a table</a>
        </Button>
        <Button asChild size="sm">
          <chakra.label htmlFor="tally-table">
            Read a table
            <chakra.input
              id="tally-table"
              type="file"
              accept=".csv,text/csv"
              position="absolute"
              w="1px"
              h="1px"
              opacity="0"
              onChange={(e) => {
                const file = e.target.files?.[0];
                if (file) read.mutate(file);
                e.target.value = "";
              }}
            />
          </chakra.label>
        </Button>
      </Flex>
      {read.isSuccess && (
        <Text fontSize="small" color="woad" role="status">
          All lines of the table are in the book; those that were there already count once.
        </Text>
      )}
      {read.error && problems.length === 0 && <Wrong error={read.error} />}
      {problems.length > 0 && (
        <Box role="alert" textAlign="left" mt="6px">
          <Text fontWeight="600" color="madder">
            Nothing of this table was taken.
          </Text>
          {problems.map((p) => (
            <Text key={p.at + p.says} fontSize="small">{`${p.says} ${p.mend}`}</Text>
          ))}
        </Box>
      )}
    </Box>
  );
}
