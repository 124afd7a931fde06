// What needs saying now.
import { Button, Flex, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import type { Project, Step, Trouble } from "../api/client";
import { lower, pressAgain } from "../frame/many";
import { Ruled } from "../frame/Ruled";
import type { Kit } from "./kit";
import type { useTally } from "./useTally";

type MessageProps = {
  tally: ReturnType<typeof useTally>;
  project: Project;
  step: Step;
  then: Step | undefined;
  kit: Kit | undefined;
  iron: boolean;
};

/** What went wrong with what was counted, and that it is kept here: it is sent again by itself. */
export function keptHere(trouble: Trouble, waiting: number) {
  return trouble.status === 0
    ? `The server does not answer. ${waiting} counted here and kept; go on, they are sent when it is back.`
    : `${trouble.detail} ${waiting} counted here and kept.`;
}

/** One line that says what needs saying now: waiting, doubts, what runs short, what is done. */
export function Message({ tally, project, step, then, kit, iron }: MessageProps) {
  const p = tally.progress;
  const doubt = project.progress.doubts.find((d) => d.step === step.id);
  const next = then ?? project.plan.steps.find((s) => s.id === project.progress.next);
  const due = iron ? 0 : (project.progress.steps.find((s) => s.id === step.id)?.due ?? 0);
  let says = "";
  let warm = true;
  if (tally.lost) says = tally.lost;
  else if (tally.refused.length > 0)
    says = `${tally.refused.length} could not be stored: ${tally.refused[0]?.refused ?? ""}`;
  else if (tally.trouble && tally.trouble.code !== "counted-soon") says = keptHere(tally.trouble, tally.waiting);
  else if (doubt) says = `${doubt.says} ${doubt.mend}`;
  else if (iron) {
    warm = (p?.pressAgain ?? 0) > 0;
    if (p && warm) says = pressAgain(p.pressAgain);
    else
      says =
        p && p.pressed > 0 && p.pressed === p.good ? "The count at the iron and the count at the needle agree." : "";
  } else if (p && p.short > 0) says = `${p.short} of them replace what was set aside later.`;
  else if (p && p.toGo === 0) {
    warm = false;
    says =
      next && next.id !== step.id
        ? `All made. ${kit?.next ? "Next for this kit" : then ? "Next on this chain" : "Next"}: ${lower(next.says)}`
        : "All made.";
  } else if (kit?.next) {
    warm = false;
    says = `${kit.says.charAt(0).toUpperCase()}${kit.says.slice(1)} has all of these. Next for it: ${lower(kit.next.says)}`;
  } else {
    const first = project.progress.rests.find((r) => r.gives.some((g) => g.step === step.id));
    const few = p && p.ready >= 0 && p.ready < p.toGo ? `Parts on hand for ${p.ready}.` : "";
    warm = few !== "";
    says = `${few} ${first ? `Begin with what is left of ${first.of}: ${first.says}.` : ""}`.trim();
  }
  return (
    <Flex minH={{ base: "24px", md: "30px" }} align="center" gap="12px" mt="4px" role="status">
      <Text fontSize={{ base: "small", md: "body" }} fontWeight="600" color={warm ? "madder" : "woad"}>
        <Ruled>{says}</Ruled>
      </Text>
      {due > 0 && (
        <Button asChild size="sm">
          <Link to={`/q/${project.id}/trim/${encodeURIComponent(step.id)}`}>
            {due === 1 ? "Measure one" : `Measure ${due}`}
          </Link>
        </Button>
      )}
      {!iron && (p?.toGo === 0 || kit?.next) && next && next.id !== step.id && (
        <Button asChild size="sm" variant="solid" flexShrink={0}>
          <Link to={`/q/${project.id}/bench/${encodeURIComponent(next.id)}`}>Go on</Link>
        </Button>
      )}
    </Flex>
  );
}
