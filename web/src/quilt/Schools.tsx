// What quilters do differently: one choice for the project, and for a single step where that makes sense.
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Document, Question } from "../api/client";
import { asks } from "../api/queries";
import { ChoiceField, NumberField, TextField } from "../frame/fields";
import { Section } from "../frame/Section";
import type { Draft } from "./draft";

const steps = (pointer: string) => pointer.split("/").slice(1);

const at = (d: Document, pointer: string): unknown =>
  steps(pointer).reduce<unknown>((node, s) => (node as Record<string, unknown> | undefined)?.[s], d);

/** Which answer the document gives; an answer that sets several places is given when all of them stand so. */
function read(d: Document, q: Question): string {
  const several = q.answers.some((a) => a.sets);
  if (!several) return String(at(d, q.key) ?? "");
  return q.answers.find((a) => Object.entries(a.sets ?? {}).every(([p, v]) => at(d, p) === v))?.value ?? "own";
}

function choose(draft: Draft, q: Question, value: string) {
  const answer = q.answers.find((a) => a.value === value);
  if (!answer) return; // what is written by hand stays
  const sets = answer.sets;
  if (!sets) draft.put(steps(q.key), typed(value));
  else for (const [pointer, text] of Object.entries(sets)) draft.put(steps(pointer), text);
}

const typed = (value: string) => (value === "true" ? true : value === "false" ? false : value);

export function Schools({ draft }: { draft: Draft }) {
  const { data: questions } = useQuery(asks.schools());
  const d = draft.document;
  return (
    <Section title="Ways of working">
      <Box display="grid" gridTemplateColumns={{ base: "1fr", sm: "1fr 1fr" }} gap="14px">
        {questions?.map((q) => (
          <ChoiceField
            key={q.key}
            label={q.asks}
            value={read(d, q)}
            onChange={(v) => choose(draft, q, v)}
            problems={draft.at(q.key)}
            help={q.answers.find((a) => a.value === read(d, q))?.changes}
            choices={q.answers.map((a) => ({ value: a.value, name: a.name }))}
          />
        ))}
        <NumberField
          label="Cut the chain after"
          value={d.schools.chain}
          min={1}
          max={500}
          onChange={(v) => draft.set(["schools", "chain"], v)}
          problems={draft.at("/schools/chain")}
          help="units; the bench marks it"
        />
        <NumberField
          label="Blocks in a kit"
          value={d.schools.kit ?? 0}
          min={0}
          max={1000}
          onChange={(v) => draft.set(["schools", "kit"], v)}
          problems={draft.at("/schools/kit")}
          help="their units are sewn together before the next ones; 0: one step for the whole quilt"
        />
        <NumberField
          label="Thread on a full bobbin"
          value={d.settings.bobbin}
          min={5}
          max={500}
          onChange={(v) => draft.set(["settings", "bobbin"], v)}
          problems={draft.at("/settings/bobbin")}
          help="metres; the bench marks where it runs out"
        />
        <NumberField
          label="Thread that a seam takes"
          value={d.settings.perSeam}
          min={200}
          max={500}
          onChange={(v) => draft.set(["settings", "perSeam"], v)}
          problems={draft.at("/settings/perSeam")}
          help="per cent of its length, upper and lower together; 250 to 280 is usual"
        />
        <TextField
          label="Stitches"
          value={d.settings.stitch ?? ""}
          onChange={(v) => draft.set(["settings", "stitch"], v.trim() === "" ? undefined : v)}
          problems={draft.at("/settings/stitch")}
          help="as in 2.3 mm; left empty, 2.1 to 2.5 mm"
        />
        <TextField
          label="Short stitches"
          value={d.settings.short ?? ""}
          onChange={(v) => draft.set(["settings", "short"], v.trim() === "" ? undefined : v)}
          problems={draft.at("/settings/short")}
          help="where a seam is cut through later; left empty, 1.3 to 1.7 mm"
        />
      </Box>
      <Exceptions draft={draft} questions={questions?.filter((q) => q.perStep) ?? []} />
    </Section>
  );
}

/** What single steps do differently. */
function Exceptions({ draft, questions }: { draft: Draft; questions: Question[] }) {
  const [adding, setAdding] = useState("");
  const own = (draft.document.schools.steps ?? {}) as Record<string, Record<string, unknown>>;
  const places = draft.preview.plan.press.lines.map((l) => ({ value: l.of, name: l.name }));
  const names = new Map<string, string>();
  for (const u of draft.document.units) names.set(u.id, u.name);
  for (const p of places) if (!names.has(p.value)) names.set(p.value, p.name);
  return (
    <Box mt="16px">
      <Text fontSize="note" fontWeight="600">
        Differently in one step
      </Text>
      {Object.entries(own).map(([id, does]) => (
        <Flex key={id} gap="8px" mt="8px" align="end" wrap="wrap">
          <Text w="110px" fontSize="small" pb="8px">
            {names.get(id) ?? id}
          </Text>
          {questions.map((q) => (
            <ChoiceField
              key={q.key}
              w="186px"
              label={q.asks}
              value={does[q.perStep ?? ""] === undefined ? "" : String(does[q.perStep ?? ""])}
              onChange={(v) => draft.put(["schools", "steps", id, q.perStep ?? ""], v === "" ? undefined : typed(v))}
              problems={draft.at(`/schools/steps/${id}/${q.perStep}`)}
              choices={[
                { value: "", name: "as elsewhere" },
                ...q.answers.map((a) => ({ value: a.value, name: a.name })),
              ]}
            />
          ))}
          <Button
            size="sm"
            mb="3px"
            aria-label={`As elsewhere in ${names.get(id) ?? id}`}
            onClick={() => draft.set(["schools", "steps", id], undefined)}
          >
            −
          </Button>
        </Flex>
      ))}
      <Flex gap="8px" mt="8px" align="end">
        <ChoiceField
          label="Step"
          hideLabel
          value={adding}
          onChange={setAdding}
          choices={[
            { value: "", name: "choose a step" },
            ...[...names]
              .filter(([id]) => places.some((p) => p.value === id) && !own[id])
              .map(([value, name]) => ({ value, name })),
          ]}
        />
        <Button
          size="sm"
          minH="36px"
          flexShrink={0}
          disabled={adding === ""}
          onClick={() => {
            draft.set(["schools", "steps"], { ...own, [adding]: {} });
            setAdding("");
          }}
        >
          Do it differently there
        </Button>
      </Flex>
    </Box>
  );
}
