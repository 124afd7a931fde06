// At the iron: which way every seam goes, seen from the back; why it does, and what it would cost if it went another.
import { Box, Button, Flex, Heading } from "@chakra-ui/react";
import { useState } from "react";
import { Link } from "react-router";
import type { Document } from "../api/client";
import { coloursOf } from "../drawn/colours";
import { PanZoom } from "../drawn/PanZoom";
import { PictureView } from "../drawn/Picture";
import { QuiltView } from "../drawn/QuiltView";
import { TurnButton, useTurned } from "../drawn/Turned";
import { useFramed } from "../frame/ProjectFrame";
import { Ruled } from "../frame/Ruled";
import { Wrong } from "../frame/States";
import { Unplanned } from "../frame/Unplanned";
import { useKept } from "../frame/useKept";
import { Legend } from "./Legend";
import { PressCard } from "./PressCard";
import { SeamPanel } from "./SeamPanel";
import { ToPress } from "./ToPress";

/** Shown in place of one thing: the back of everything together. */
const whole = " whole";

export function PressPage() {
  const project = useFramed();
  const { plan } = project;
  const firstBlock = plan.quilt.cells.find((c) => plan.things.some((t) => t.id === c.block))?.block ?? "";
  const [shown, setShown] = useState("");
  const [seam, setSeam] = useState("");
  const kept = useKept(project);
  const front = useTurned(); // here the back lies up to begin with
  if (plan.steps.length === 0) return <Unplanned />;
  const colours = coloursOf(project.document);
  // What a batch is seen by may be called otherwise: a web by the first of its rows.
  const seen = (step: string) => plan.pictures[plan.press.lines.find((l) => l.step === step)?.picture || step];
  const id = seen(shown) ? shown : firstBlock;
  const picture = shown === whole ? undefined : seen(id);
  const show = (what: string) => {
    setShown(what);
    setSeam("");
  };
  const take = (document: Document) => kept.mutate(document);
  const line = plan.press.lines.find((l) => l.step === id);
  const name = shown === whole ? plan.name : (line?.name ?? plan.trim.find((t) => t.id === id)?.name ?? "");
  const own = new Set([...(line?.each.map((e) => e.seam) ?? []), ...(picture?.seams.map((s) => s.seam) ?? [])]);
  const seams = plan.press.lines.flatMap((l) =>
    l.each.map((e) => ({ ...e, of: l.name, n: l.each.indexOf(e) + 1, one: l.each.length === 1 })),
  );
  const listed = shown === whole ? [] : seams.filter((s) => own.has(s.seam));
  const asked = shown !== whole && own.has(seam) ? seam : "";
  return (
    <Flex direction={{ base: "column", lg: "row" }} align="stretch" minH="100%">
      <Box flex="1" p={{ base: "16px", md: "28px" }} minW="0">
        <Flex align="baseline" gap="10px" mb="14px" wrap="wrap">
          <Heading as="h2" textStyle="page">
            {front ? name : `${name}, seen from the back`}
          </Heading>
          <Flex gap="10px">
            <TurnButton />
            <Button size="sm" aria-pressed={shown === whole} onClick={() => show(shown === whole ? "" : whole)}>
              Whole quilt
            </Button>
            {line && shown !== whole && (
              <Button asChild size="sm">
                <Link to={`/q/${project.id}/iron/${encodeURIComponent(id)}`}>Count at the iron</Link>
              </Button>
            )}
          </Flex>
        </Flex>
        {shown === whole && (
          <PanZoom label={plan.name}>
            <QuiltView
              layout={plan.quilt}
              colours={colours}
              maxW={620}
              maxH={460}
              label={plan.name}
              back={!front}
              marks={!front}
            />
          </PanZoom>
        )}
        <Flex justify="center">
          {picture && (
            <PictureView
              picture={picture}
              colours={colours}
              maxW={600}
              maxH={500}
              label={name}
              back={!front}
              crossings={!front}
              seams
              chosen={asked}
              onSeam={setSeam}
            />
          )}
        </Flex>
        <Legend />
        {listed.length > 0 && (
          <Flex as="ul" aria-label="Seams" gap="8px" mt="16px" wrap="wrap">
            {listed.map((s) => (
              <li key={s.seam}>
                <Button
                  size="sm"
                  aria-pressed={asked === s.seam}
                  onClick={() => setSeam(asked === s.seam ? "" : s.seam)}
                >
                  <Ruled>{`${s.one ? s.of : `${s.of}, seam ${s.n}`}: ${s.says}${s.held ? " (held)" : ""}`}</Ruled>
                </Button>
              </li>
            ))}
          </Flex>
        )}
        {kept.error && <Wrong error={kept.error} />}
        {asked && <SeamPanel document={project.document} seam={asked} onTake={take} busy={kept.isPending} />}
        {line && shown !== whole && <PressCard line={line} />}
      </Box>
      <ToPress project={project} chosen={id} choose={show} take={take} busy={kept.isPending} />
    </Flex>
  );
}
