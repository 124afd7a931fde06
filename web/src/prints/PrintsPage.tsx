// Which print of an assortment goes where: the quilt as it is dealt, the prints that lie there, the rules, and the piles to carry.
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Document, Project } from "../api/client";
import { coloursOf } from "../drawn/colours";
import { type Place, placeKey } from "../drawn/Dealt";
import { PanZoom } from "../drawn/PanZoom";
import { QuiltView } from "../drawn/QuiltView";
import { ChoiceField, Tick } from "../frame/fields";
import { Key } from "../frame/Key";
import { onPrints } from "../frame/keyList";
import { useFramed } from "../frame/ProjectFrame";
import { useKey } from "../frame/useKey";
import { useDraft } from "../quilt/draft";
import { Keeping } from "../quilt/Keeping";
import { Problems } from "../quilt/methods/parts";
import { Nothing } from "../quilt/Nothing";
import { type Steps, useSteps } from "../quilt/useSteps";
import { anew, printAt, withHand, withoutHand } from "./hand";
import { Piles } from "./Piles";
import { Prints } from "./Prints";
import { Rules } from "./Rules";
import { roundSewn, Sewn, SewnPlace } from "./Sewn";

export function PrintsPage() {
  const project = useFramed();
  const draft = useSteps(useDraft(project));
  const { plan } = draft.preview;
  if (!draft.document.fabrics.some((f) => f.print === "assorted"))
    return (
      <Nothing
        quilt={project.id}
        says="No fabric of this quilt is an assortment of prints. Call one assorted where the fabrics are."
      />
    );
  return (
    <Box p={{ base: "14px", md: "16px 28px" }}>
      <Keeping draft={draft} newest={project.rev} />
      <Flex align="center" gap="14px" mb="10px" wrap="wrap">
        <Heading as="h2" textStyle="page">
          Which print goes where
        </Heading>
        <Button size="sm" ml="auto" disabled={!draft.canBack} onClick={draft.back}>
          Take back <Key>{onPrints.back.shown}</Key>
        </Button>
      </Flex>
      <Flex gap={{ base: "20px", lg: "32px" }} align="start" direction={{ base: "column", lg: "row" }}>
        <Box flex="1" minW="0" w="100%" position={{ base: "static", lg: "sticky" }} top="18px">
          <Dealing draft={draft} project={project} />
        </Box>
        <Box as="section" aria-label="The prints" w={{ base: "100%", lg: "500px" }} flexShrink={0}>
          <Prints draft={draft} />
          <Rules draft={draft} />
        </Box>
      </Flex>
      {plan.deal.cells.length > 0 && <Piles deal={plan.deal} progress={project.progress} />}
    </Box>
  );
}

/** The quilt as it is dealt, and what can be done about it. */
function Dealing({ draft, project }: { draft: Steps; project: Project }) {
  const { plan } = draft.preview;
  const { deal } = plan;
  const decided = draft.document.deal;
  const dealt = !!decided && !decided.falls;
  const [grey, setGrey] = useState(false);
  const colours = grey
    ? Object.fromEntries(plan.values.fabrics.map((f) => [f.fabric, f.grey]))
    : coloursOf(draft.document);
  const [chosen, setChosen] = useState<Place>();
  const [swapping, setSwapping] = useState(false);
  const set = (next: Document["deal"]) => draft.set(["deal"], next);
  const again = () => decided && set(anew(roundSewn(project, decided)));
  const choose = (at: Place) => {
    const a = chosen && printAt(deal, chosen);
    const b = printAt(deal, at);
    if (swapping && decided && chosen && a && b && a.fabric === b.fabric) {
      set(
        withHand(decided, deal, [
          { at: chosen, print: b.id },
          { at, print: a.id },
        ]),
      );
      setSwapping(false);
      setChosen(at);
    } else setChosen(at);
  };
  useKey(onPrints.grey, () => setGrey((on) => !on));
  useKey(onPrints.anew, () => dealt && again());
  useKey(onPrints.swap, () => chosen && setSwapping((on) => !on));
  const is = chosen && deal.cells[chosen.cell]?.prints[chosen.spot] !== undefined ? chosen : undefined;
  return (
    <Box as="section" aria-label="The deal">
      {plan.quilt.w > 0 ? (
        <PanZoom
          label={draft.document.name}
          tools={
            <>
              <Button size="sm" onClick={() => setGrey((on) => !on)} aria-pressed={grey}>
                In grey <Key>{onPrints.grey.shown}</Key>
              </Button>
              {dealt && (
                <Button size="sm" onClick={again}>
                  Deal anew <Key>{onPrints.anew.shown}</Key>
                </Button>
              )}
            </>
          }
        >
          <QuiltView
            layout={plan.quilt}
            colours={colours}
            maxW={640}
            maxH={390}
            label={draft.document.name}
            back={false}
            grey={grey}
            places={{
              called: (at) => `${deal.cells[at.cell]?.called ?? ""}: ${printAt(deal, at)?.name ?? ""}`,
              alike: new Set(deal.alike.flatMap((pair) => [placeKey(pair.a), placeKey(pair.b)])),
              chosen: is,
              onPlace: choose,
            }}
          />
        </PanZoom>
      ) : (
        <Text color="soft" py="60px" textAlign="center">
          No picture while something stops the plan.
        </Text>
      )}
      {!dealt && (
        <Box mt="12px">
          <Text mb="8px">
            They fall as they fall: every print is cut for its share, and where it goes is for you to see.
          </Text>
          <Button
            variant="solid"
            onClick={() => set(decided ? { ...decided, falls: undefined } : { seed: 1 })}
            data-testid="deal"
          >
            Deal the prints
          </Button>
        </Box>
      )}
      {dealt && (
        <>
          {deal.says && (
            <Text
              mt="12px"
              fontWeight="600"
              color={deal.touches + deal.broken > 0 ? "madder" : "woad"}
              data-testid="touches"
            >
              {deal.says}
            </Text>
          )}
          <Sewn draft={draft} project={project} />
          <Problems list={draft.at("/deal", "/deal/hand", ...(decided.hand ?? []).map((_, i) => `/deal/hand/${i}`))} />
          <Chosen
            draft={draft}
            project={project}
            at={is}
            swapping={swapping}
            onChoose={choose}
            onSwap={() => setSwapping((on) => !on)}
          />
          <Flex gap="16px" align="center" wrap="wrap" mt="4px">
            <Tick
              label="Corners count too"
              value={decided.corners ?? false}
              onChange={(on) => set({ ...decided, corners: on || undefined })}
            />
            {(decided.hand?.length ?? 0) > 0 && (
              <Button size="sm" mt="22px" onClick={() => set({ ...decided, hand: undefined, before: undefined })}>
                {`Let go of all ${decided.hand?.length} dealt by hand`}
              </Button>
            )}
            <Button size="sm" mt="22px" onClick={() => set({ ...decided, falls: true })}>
              As it falls
            </Button>
          </Flex>
        </>
      )}
    </Box>
  );
}

/** One place of the quilt: which print lies there, and which else could. It is chosen in the picture or by its block and number. */
function Chosen({
  draft,
  project,
  at,
  swapping,
  onChoose,
  onSwap,
}: {
  draft: Steps;
  project: Project;
  at: Place | undefined;
  swapping: boolean;
  onChoose: (at: Place) => void;
  onSwap: () => void;
}) {
  const { deal } = draft.preview.plan;
  const decided = draft.document.deal;
  const cell = at && deal.cells[at.cell];
  const print = at && printAt(deal, at);
  if (!decided || deal.cells.length === 0) return null;
  const held = at && cell?.held[at.spot];
  const sewn = at && project.progress.sewn.blocks.some((b) => b.cell === at.cell);
  return (
    <Box mt="12px" borderLeftWidth="4px" borderColor={at ? "madder" : "hair"} pl="12px">
      <Flex gap="10px" align="end" wrap="wrap">
        <Box w="132px">
          <ChoiceField
            label="Block"
            value={at ? String(at.cell) : ""}
            onChange={(c) => onChoose({ cell: Number(c), spot: 0 })}
            choices={deal.cells.flatMap((c, i) => (c.prints.length > 0 ? [{ value: String(i), name: c.called }] : []))}
          />
        </Box>
        {at && cell && print && (
          <>
            <Box w="132px">
              <ChoiceField
                label="Place"
                value={String(at.spot)}
                onChange={(spot) => onChoose({ cell: at.cell, spot: Number(spot) })}
                choices={(deal.blocks[cell.block]?.places ?? []).map((name, i) => ({ value: String(i), name }))}
              />
            </Box>
            <Box w="150px">
              <ChoiceField
                label="Print"
                value={print.id}
                onChange={(id) => draft.set(["deal"], withHand(decided, deal, [{ at, print: id }]))}
                choices={deal.prints
                  .filter((p) => p.fabric === print.fabric)
                  .map((p) => ({ value: p.id, name: p.name }))}
              />
            </Box>
            {!draft.dirty && sewn && (
              <Box w="150px">
                <SewnPlace project={project} at={at} />
              </Box>
            )}
            <Button size="sm" mb="4px" aria-pressed={swapping} onClick={onSwap}>
              Swap with another <Key>{onPrints.swap.shown}</Key>
            </Button>
            {held && (
              <Button size="sm" mb="4px" onClick={() => draft.set(["deal"], withoutHand(decided, deal, at))}>
                Let it be dealt
              </Button>
            )}
          </>
        )}
      </Flex>
      <Text fontSize="small" color="soft" mt="4px">
        {!at
          ? "Choose a place in the picture or here, to see its print or give it another."
          : swapping
            ? "Now choose the place it changes with."
            : held
              ? `Dealt by hand${sewn ? ", and sewn." : "."}`
              : sewn
                ? "Dealt, and sewn."
                : "Dealt."}
      </Text>
    </Box>
  );
}
