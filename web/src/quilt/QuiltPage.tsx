// What the quilter decides: size, strips, cloth, fabrics, border, and how each unit is made. The plan follows every change.

import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { useBeginning } from "../api/queries";
import { coloursOf } from "../drawn/colours";
import { PanZoom } from "../drawn/PanZoom";
import { QuiltView } from "../drawn/QuiltView";
import { TurnButton } from "../drawn/Turned";
import { ChoiceField, NumberField, TextField } from "../frame/fields";
import { Key } from "../frame/Key";
import { onQuilt } from "../frame/keyList";
import { many } from "../frame/many";
import { useFramed } from "../frame/ProjectFrame";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { useKey } from "../frame/useKey";
import { Remedies } from "../press/Remedies";
import { BlockSize } from "./BlockSize";
import { type Draft, useDraft } from "./draft";
import { Fabrics } from "./Fabrics";
import { Files } from "./Files";
import { FromCloth, NearTo } from "./FromCloth";
import { History } from "./History";
import { Keeping } from "./Keeping";
import { LedgerLines } from "./LedgerLines";
import { Schools } from "./Schools";
import { Setting } from "./Setting";
import { Units } from "./Units";
import { ValuesLine } from "./ValuesLine";

export function QuiltPage() {
  const project = useFramed();
  const draft = useDraft(project);
  const left = project.progress.noLonger.filter((l) => l.left > 0);
  const [grey, setGrey] = useState(false);
  const drawing = useRef<HTMLDivElement>(null);
  const { plan } = draft.preview;
  const colours = grey
    ? Object.fromEntries(plan.values.fabrics.map((f) => [f.fabric, f.grey]))
    : coloursOf(draft.document);
  const stopped = draft.problems.some((p) => p.stops);
  useKey(onQuilt.grey, () => setGrey((g) => !g));

  return (
    <Flex align="stretch" direction={{ base: "column", lg: "row" }}>
      <Box flex="1" p={{ base: "16px", md: "18px 28px" }} minW="0">
        <Box
          position={{ base: "static", lg: "sticky" }}
          top="18px"
          maxH={{ lg: "calc(100vh - 110px)" }}
          overflowY={{ lg: "auto" }}
        >
          <Box opacity={stopped ? 0.4 : 1} ref={drawing}>
            {plan.quilt.w > 0 ? (
              <PanZoom
                label={draft.document.name}
                tools={
                  <>
                    <TurnButton />
                    <Button size="sm" onClick={() => setGrey((g) => !g)} aria-pressed={grey}>
                      In grey <Key>{onQuilt.grey.shown}</Key>
                    </Button>
                  </>
                }
              >
                <QuiltView
                  layout={plan.quilt}
                  colours={colours}
                  maxW={600}
                  maxH={350}
                  label={draft.document.name}
                  grey={grey}
                />
              </PanZoom>
            ) : (
              <Text color="soft" py="80px" textAlign="center">
                No picture while something stops the plan.
              </Text>
            )}
          </Box>
          {plan.block.text && (
            <Flex mt="16px" align="baseline" gap="14px" wrap="wrap">
              <Text textStyle="lead">
                <Ruled>{plan.finished.text ? `Finishes ${plan.finished.text}` : plan.set}</Ruled>
              </Text>
              <Text color="soft">
                <Ruled>{`${many(plan.blocks, "block")} of ${plan.block.text} · allowance ${plan.seam.effective.text}`}</Ruled>
              </Text>
            </Flex>
          )}
          {plan.quilt.says !== "" && (
            <Text color="soft">
              <Ruled>{plan.quilt.says}</Ruled>
            </Text>
          )}
          {plan.partial && (
            <Text mt="6px" color="madder" fontWeight="600" role="note">
              {plan.partial}
            </Text>
          )}
          <Text mt="6px" color={plan.press.clashes > 0 ? "madder" : "woad"} fontWeight="600">
            <Ruled>{plan.press.says}</Ruled>
          </Text>
          <Text color="soft" maxW="620px">
            <Ruled>{plan.press.detail}</Ruled>
          </Text>
          {!stopped && (
            <Remedies
              brief
              document={draft.document}
              clashes={plan.press.clashes}
              onTake={(r) => draft.take(r.document)}
            />
          )}
          <ValuesLine values={plan.values} draft={draft} />
          <LedgerLines ledger={plan.ledger} />
          <Box mt="14px">
            <History project={project} dirty={draft.dirty} />
          </Box>
          {left.length > 0 && (
            <Box mt="14px" borderLeftWidth="4px" borderColor="madder" pl="12px">
              <Text fontWeight="600">Left over: made, and nothing in this plan asks for it</Text>
              {left.map((l) => (
                <Text key={l.says}>
                  <Ruled>{l.says}</Ruled>
                </Text>
              ))}
              {project.progress.noLongerMore > 0 && (
                <Text>{`${many(project.progress.noLongerMore, "kind")} more that nothing asks for.`}</Text>
              )}
            </Box>
          )}
        </Box>
      </Box>
      <Box
        as="section"
        aria-label="Decisions"
        w={{ base: "100%", lg: "540px" }}
        bg="paper"
        borderLeftWidth={{ base: 0, lg: "1px" }}
        borderColor="hair"
        px={{ base: "16px", md: "26px" }}
        py="20px"
      >
        <Keeping draft={draft} newest={project.rev} />
        <Decisions draft={draft} />
        <Files project={project} picture={() => drawing.current?.querySelector("svg") ?? null} />
      </Box>
    </Flex>
  );
}

function Decisions({ draft }: { draft: Draft }) {
  const d = draft.document;
  const beginning = useBeginning(d.measure);
  const two = { display: "grid", gridTemplateColumns: "1fr 1fr", gap: "14px" };
  return (
    <>
      <Section title="Size">
        <Box {...two}>
          <NumberField
            label="Blocks across"
            min={1}
            value={d.top.columns}
            onChange={(v) => draft.set(["top", "columns"], v)}
            problems={draft.at("/top/columns")}
          />
          <NumberField
            label="Blocks down"
            min={1}
            value={d.top.rows}
            onChange={(v) => draft.set(["top", "rows"], v)}
            problems={draft.at("/top/rows")}
          />
          <TextField
            label="Strips cut"
            value={d.strip}
            onChange={(v) => draft.set(["strip"], v)}
            onBlur={draft.settle}
            problems={draft.at("/strip")}
            help="every width in strips follows"
          />
          <TextField
            label="Name"
            value={d.name}
            onChange={(v) => draft.set(["name"], v)}
            problems={draft.at("/name")}
          />
          <BlockSize draft={draft} />
          <NearTo draft={draft} />
          <FromCloth draft={draft} />
        </Box>
      </Section>
      <Setting draft={draft} />
      <Fabrics draft={draft} />
      <Units draft={draft} />
      <Section title="Cloth, allowance and ruler">
        <Box {...two}>
          <TextField
            label="Usable width of cloth"
            value={d.cloth.usable}
            onChange={(v) => draft.set(["cloth", "usable"], v)}
            onBlur={draft.settle}
            problems={draft.at("/cloth/usable")}
            help="without selvedges"
          />
          <TextField
            label="Lost to squaring up"
            value={d.cloth.squaring}
            onChange={(v) => draft.set(["cloth", "squaring"], v)}
            onBlur={draft.settle}
            problems={draft.at("/cloth/squaring")}
            help="at each end of strip, set or cloth"
          />
          <NumberField
            label="Squared up again after cuts"
            value={d.cloth.every ?? 0}
            onChange={(v) => draft.set(["cloth", "every"], v === 0 ? undefined : v)}
            problems={draft.at("/cloth/every")}
            help="0: only once, at the first end"
          />
          <NumberField
            label="Layers cut at once"
            value={d.settings.layers}
            onChange={(v) => draft.set(["settings", "layers"], v)}
            problems={draft.at("/settings/layers")}
            help="fewer when unsure"
          />
          <NumberField
            label="Shrinks, in a hundred"
            value={d.cloth.shrinks ?? 0}
            onChange={(v) => draft.set(["cloth", "shrinks"], v === 0 ? undefined : v)}
            problems={draft.at("/cloth/shrinks")}
            help="when it is washed before cutting"
          />
          <TextField
            label="Bought beyond the plan"
            value={d.cloth.margin ?? ""}
            onChange={(v) => draft.set(["cloth", "margin"], v.trim() === "" ? undefined : v)}
            onBlur={draft.settle}
            problems={draft.at("/cloth/margin")}
            help="of every fabric, to be safe"
          />
          <TextField
            label="Allowance you stitch"
            value={d.seam.stitched}
            onChange={(v) => draft.set(["seam", "stitched"], v)}
            onBlur={draft.settle}
            problems={draft.at("/seam/stitched")}
            help="scant ¼″ is 15/64″"
          />
          <TextField
            label="The fold takes"
            value={d.seam.fold}
            onChange={(v) => draft.set(["seam", "fold"], v)}
            onBlur={draft.settle}
            problems={draft.at("/seam/fold")}
            help={`sizes use both: ${draft.preview.plan.seam.effective.text}`}
          />
          <TextField
            label="Finest mark of your ruler"
            value={d.ruler}
            onChange={(v) => draft.set(["ruler"], v)}
            onBlur={draft.settle}
            problems={draft.at("/ruler")}
          />
          <TextField
            label="Your longest ruler"
            value={d.settings.longest ?? ""}
            onChange={(v) => draft.set(["settings", "longest"], v.trim() === "" ? undefined : v)}
            onBlur={draft.settle}
            problems={draft.at("/settings/longest")}
            help={beginning && `empty: ${beginning.leftOut.longest.text}`}
          />
          <ChoiceField
            label="You measure in"
            value={d.measure}
            onChange={(v) => draft.set(["measure"], v)}
            choices={[
              { value: "in", name: "inches" },
              { value: "cm", name: "centimetres" },
            ]}
          />
        </Box>
      </Section>
      <Section title="Spares">
        <Box {...two}>
          <NumberField
            label="Spares of every kind"
            value={d.spares.count ?? 0}
            onChange={(v) => draft.set(["spares", "count"], v)}
            problems={draft.at("/spares")}
            help="of each sub-cut and patch"
          />
          <NumberField
            label="and in a hundred"
            value={d.spares.percent ?? 0}
            onChange={(v) => draft.set(["spares", "percent"], v)}
          />
        </Box>
      </Section>
      <Schools draft={draft} />
    </>
  );
}
