// What a strip set measured, and what that says of its seams: entered as it is read, kept, and taken back one by one.
import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { newId, type Project, type Step, server, type TallyEvent } from "../api/client";
import { useOutbox } from "../bench/useOutbox";
import { Fold } from "../frame/Fold";
import { ChoiceField, NumberField, TextField } from "../frame/fields";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";

const few = 4;
const nothing = { made: 0, aside: 0, pressed: 0 };

export type Along = "" | "across" | "down" | "untrimmed";

export function Gauge({
  project,
  step,
  ways,
  asks = "What did it measure?",
  caliper,
  open,
}: {
  project: Project;
  step: Step;
  ways: Along[];
  asks?: string;
  /** What it should measure each way, exactly, where a caliper can be read. */
  caliper?: string[];
  /** It stands on its page already: nothing leads there. */
  open?: boolean;
}) {
  const [along, setAlong] = useState<Along>(ways[0] ?? "");
  const [reads, setReads] = useState("");
  const [n, setN] = useState(1);
  const [all, setAll] = useState(false);
  const { pending, record, trouble, lost } = useOutbox(
    project,
    (w) => w.event.kind === "measured" && w.event.step === step.id,
  );
  const send = (event: Pick<TallyEvent, "kind" | "n" | "reads" | "of" | "along" | "reason">) =>
    record([
      {
        event: {
          ...event,
          id: newId(),
          step: step.id,
          exact: step.exact,
          look: step.look,
          rev: project.rev,
          at: new Date().toISOString(),
        },
        effect: event.kind === "aside" ? { ...nothing, aside: event.n ?? 0 } : nothing,
      },
    ]);
  const asking = useMutation({
    mutationFn: (size: string) => server.caliper(size, project.document.measure),
    onSuccess: (r) => setReads(r.reads),
  });
  const said = project.progress.gauged.find((g) => g.step === step.id);
  // Of a long batch the last few, and what may be a slip.
  const shown = (said?.reads ?? []).filter((r, i, list) => all || i >= list.length - few || r.asks);
  return (
    <Fold
      mt="6px"
      must={open || !!said || pending.length > 0}
      summary={
        <chakra.summary cursor="pointer" fontSize="small" fontWeight="600">
          {asks}
        </chakra.summary>
      }
    >
      <Box mt="6px" role="group" aria-label={`${step.name}, measured`}>
        <chakra.form
          display="flex"
          gap="8px"
          alignItems="end"
          flexWrap="wrap"
          onSubmit={(e) => {
            e.preventDefault();
            if (reads.trim() === "") return;
            send({ kind: "measured", n: Math.max(1, n), reads: reads.trim(), ...(along ? { along } : {}) });
            setReads("");
          }}
        >
          <TextField label="It measured" value={reads} onChange={setReads} w="110px" />
          {ways.length > 1 && (
            <ChoiceField
              label="in which way"
              value={along}
              onChange={setAlong}
              choices={ways.map((w) => ({ value: w, name: w === "untrimmed" ? "before trimming" : w || "across" }))}
              w={ways.includes("untrimmed") ? "140px" : "100px"}
            />
          )}
          <NumberField label="side by side" min={1} max={20} value={n} onChange={setN} w="90px" />
          <Button type="submit" size="sm" minH="36px" whiteSpace="nowrap" disabled={reads.trim() === ""}>
            Keep it
          </Button>
          {caliper && (
            <Button
              size="sm"
              minH="36px"
              whiteSpace="nowrap"
              disabled={asking.isPending}
              onClick={() => asking.mutate(caliper[Math.max(0, ways.indexOf(along))] ?? "")}
            >
              Read the caliper
            </Button>
          )}
        </chakra.form>
        {asking.error && <Wrong error={asking.error} />}
        {pending.map((w) => (
          <Text key={w.event.id} fontSize="note" color="soft">
            <Ruled>{`${w.event.reads}: on its way`}</Ruled>
          </Text>
        ))}
        {shown.map((r) => (
          <Flex key={r.id} gap="8px" align="baseline" mt="4px">
            <Text fontSize="small" flex="1" color={r.asks ? "madder" : r.fits ? "ink" : "soft"}>
              <Ruled>
                {[
                  [r.reads, r.along, r.n > 1 ? `${r.n} side by side` : ""].filter(Boolean).join(", "),
                  r.asks || [r.verdict, r.why].filter(Boolean).join(", "),
                  r.fits ? "" : "measured before it was changed",
                ]
                  .filter(Boolean)
                  .join(": ")}
              </Ruled>
            </Text>
            {r.verdict === "redo" && step.sewing && (
              <Button
                size="sm"
                variant="plain"
                aria-label={`Turn down the one that measured ${r.reads}`}
                onClick={() => send({ kind: "aside", n: r.n, reason: `measured ${r.reads}` })}
              >
                Turn it down
              </Button>
            )}
            <Button
              size="sm"
              variant="plain"
              aria-label={`Take back ${r.reads}`}
              onClick={() => send({ kind: "undo", n: 0, of: r.id })}
            >
              Take back
            </Button>
          </Flex>
        ))}
        {said && said.reads.length > shown.length && (
          <Button size="sm" variant="plain" onClick={() => setAll(true)}>
            {`All ${said.reads.length} that were read${said.earlier > 0 ? ` last, of ${said.reads.length + said.earlier}` : ""}`}
          </Button>
        )}
        {said?.says && (
          <Text fontWeight="600" mt="4px">
            <Ruled>{said.says}</Ruled>
          </Text>
        )}
        {said?.sums.map((s) => (
          <Text key={s} fontSize="note" color="soft" className="tabular">
            <Ruled>{s}</Ruled>
          </Text>
        ))}
        {said?.do.map((d) => (
          <Text key={d} fontSize="small" mt="2px">
            <Ruled>{d}</Ruled>
          </Text>
        ))}
        {!open && (
          <Link to={`/q/${project.id}/trim/${encodeURIComponent(step.id)}`}>
            <Text as="span" fontSize="small">
              Under the ruler: the batch, and the ways on
            </Text>
          </Link>
        )}
        {(trouble || lost) && (
          <Text fontSize="note" color="madder" role="alert">
            {lost || `${trouble?.detail ?? ""} It is kept here, and sent again by itself.`}
          </Text>
        )}
      </Box>
    </Fold>
  );
}
