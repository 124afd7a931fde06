// At the cutting mat: cloth to strips, strip sets and strips to sub-cuts.
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useMutation, useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link, useSearchParams } from "react-router";
import { type Across, type Plan, type Project, server } from "../api/client";
import { asks, useTakeQuilt } from "../api/queries";
import { LayupView } from "../drawn/Across";
import { ClothView } from "../drawn/ClothView";
import { coloursOf } from "../drawn/colours";
import { TurnButton } from "../drawn/Turned";
import { Caution } from "../frame/Caution";
import { useFramed } from "../frame/ProjectFrame";
import { progressOf } from "../frame/progress";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Wrong } from "../frame/States";
import { Unplanned } from "../frame/Unplanned";
import { Worked } from "../frame/Working";
import { Cliffs } from "./Cliffs";
import { Measuring } from "./Measuring";
import { Pilot } from "./Pilot";
import { Remnants } from "./Remnants";

export function CutPage() {
  const framed = useFramed();
  const [params] = useSearchParams();
  const { data: whole } = useQuery({
    ...asks.whole(framed.id, framed.rev),
    enabled: framed.here && params.has("all"),
  });
  const all = framed.here && params.has("all") && !!whole;
  const project = all ? { ...framed, plan: whole.plan, here: false } : framed;
  const { plan } = project;
  if (plan.steps.length === 0) return <Unplanned />;
  const longest = Math.max(...plan.cut.map((c) => c.length.inches));
  const pxPerInch = Math.min(5.2, 380 / longest);
  return (
    <Box px={{ base: "16px", md: "28px" }} py="22px" maxW="1240px" mx="auto">
      <FromHere project={framed} all={all} />
      <Section
        title="Cloth to strips"
        aside={
          <Button asChild size="sm" variant="solid">
            <Link to="mat">In order, at the mat</Link>
          </Button>
        }
      >
        <Text color="soft" mb="6px">
          {`Widest first. Clean the ${plan.hand === "left" ? "right" : "left"} edge, then measure every strip from the cleaned edge.`}
        </Text>
        {plan.cut.length === 0 && <Text color="soft">Nothing is left to cut from cloth.</Text>}
        {plan.cut.map((c) => (
          <Fabric key={c.fabric} cut={c} project={project} pxPerInch={pxPerInch} />
        ))}
      </Section>
      <Section title="Strip sets to sub-cuts" aside={<TurnButton />}>
        {plan.sets.length === 0 && (
          <Text color="soft">
            {framed.here ? "Nothing is left to cut from strip sets." : "No strip sets in this quilt."}
          </Text>
        )}
        {plan.sets.map((s) => (
          <Box key={s.setStep} py="18px" borderTopWidth="1px" borderColor="hair">
            <Heading as="h3" fontSize="large" fontWeight="600">
              <Worked working={s.working} label={`${s.set}, width`}>
                <Ruled>{`${s.set}: ${s.wide.text} wide`}</Ruled>
              </Worked>
            </Heading>
            <Text color="soft" fontSize="note">
              <Ruled>{`${s.strips}`}</Ruled>
            </Text>
            {s.lots.map((lot) => (
              <Text key={lot} fontSize="note">
                <Ruled>{lot}</Ruled>
              </Text>
            ))}
            <AcrossLines across={s.across} project={project} source="set" picture={s.setStep} />
          </Box>
        ))}
      </Section>
      <Measuring project={project} />
      <Pilot project={project} />
      <Remnants project={project} />
      <Cliffs document={project.document} here={framed.here} />
      <Caution>
        Close the blade whenever you put it down. Cut away from yourself, standing, fingers off the ruler's edge; a dull
        blade slips. Follow the makers' instructions for cutter and ruler.
      </Caution>
    </Box>
  );
}

/** Whether what is told is what is still to cut, or all that the quilt takes; and how to plan the rest anew. */
function FromHere({ project, all }: { project: Project; all: boolean }) {
  const take = useTakeQuilt();
  const { mutate, isPending, error, data, variables } = useMutation({
    mutationFn: (_from: number) => server.anew(project.id),
    onSuccess: take,
  });
  if (project.progress.events === 0) return null;
  const here = project.here && !all;
  return (
    <Flex role="group" aria-label="From here" align="baseline" gap="14px" wrap="wrap" mb="18px">
      <Text fontSize="large" fontWeight="600">
        {here
          ? "From here: the rest as it was planned, of what there was then."
          : "All of it: what the quilt takes, from nothing."}
      </Text>
      {project.here && (
        <Link to={all ? "." : "?all"} relative="path">
          {all ? "What is still to cut" : "All of it"}
        </Link>
      )}
      {!all && (
        <Button size="sm" variant="outline" loading={isPending} onClick={() => mutate(project.mark)}>
          Plan the rest from what there is now
        </Button>
      )}
      {data?.mark === project.mark && (
        <Text role="status">
          {data.mark === variables
            ? "Nothing was counted since: this is the rest."
            : "Planned anew from what there is now ✓"}
        </Text>
      )}
      {error && <Wrong error={error} />}
    </Flex>
  );
}

type FabricCut = Plan["cut"][number];

function Fabric({ cut, project, pxPerInch }: { cut: FabricCut; project: Project; pxPerInch: number }) {
  return (
    <Flex gap={{ base: "16px", lg: "36px" }} py="18px" borderTopWidth="1px" borderColor="hair" wrap="wrap">
      <Box w={{ base: "100%", md: "400px" }}>
        {cut.length.inches > 0 && (
          <>
            <ClothView cut={cut} pxPerInch={pxPerInch} left={project.plan.hand === "left"} />
            <Text fontSize="fine" color="soft" mt="4px">
              <Ruled>{`${cut.length.text} of ${cut.prints > 1 ? "the print of which most is cut" : "cloth"}, ${cut.usable.text} usable`}</Ruled>
            </Text>
          </>
        )}
      </Box>
      <Box flex="1" minW="280px">
        <Flex align="baseline" gap="12px">
          <Heading as="h3" fontSize="large" fontWeight="600">
            {cut.name}
          </Heading>
          <Box textStyle="section">
            <Worked working={cut.working} label={`Cloth of ${cut.name}`}>
              <Ruled>{`buy ${cut.buy}`}</Ruled>
            </Worked>
          </Box>
        </Flex>
        {cut.shelf.map((words) => (
          <Text key={words} fontSize="small" color="woad">
            <Ruled>{`${words}.`}</Ruled>
          </Text>
        ))}
        {cut.missing && <Missing cut={cut} missing={cut.missing} project={project} />}
        {project.plan.deal.prints.some((p) => p.fabric === cut.fabric && p.cuts.length > 0) && (
          <Text fontSize="small" mt="4px">
            <Link to={`/q/${project.id}/prints`}>How many of each print</Link>
          </Text>
        )}
        {cut.strips.map((s) => (
          <Box key={s.step} mt="12px">
            <Flex align="baseline" gap="12px" wrap="wrap">
              <Box fontSize="large" fontWeight="600">
                <Counted project={project} step={s.step}>
                  <Ruled>{s.count > 0 ? `${s.count} × ${s.width.text}` : s.width.text}</Ruled>
                </Counted>
              </Box>
              <Text flex="1" minW="120px">
                <Ruled>{s.count > 0 ? `for ${s.for}` : "no more of it to cut"}</Ruled>
              </Text>
              <Count project={project} step={s.step} />
            </Flex>
            {s.joined && (
              <Text fontSize="note" color={s.held ? "madder" : undefined}>
                <Ruled>{s.joined}</Ruled>
              </Text>
            )}
            {s.patches && (
              <Box pl="16px" borderLeftWidth="2px" borderColor="hair">
                <AcrossLines across={s.patches} project={project} source="strip" picture={s.step} />
              </Box>
            )}
          </Box>
        ))}
      </Box>
    </Flex>
  );
}

/** What is missing of an assortment of which some lies there, and what lies on the shelf of it still. */
function Missing({
  cut,
  missing,
  project,
}: {
  cut: FabricCut;
  missing: NonNullable<FabricCut["missing"]>;
  project: Project;
}) {
  const { data } = useQuery(asks.cloth(project.id));
  const promised = project.document.supplies ?? [];
  const there = data?.filter((h) => h.free > 0 && h.name === cut.name && !promised.some((s) => s.id === h.id)) ?? [];
  return (
    <Box
      role="group"
      aria-label={`Missing of ${cut.name}`}
      mt="4px"
      pl="10px"
      borderLeftWidth="3px"
      borderColor="madder"
    >
      <Text fontWeight="600">
        <Ruled>{`${missing.says}${missing.instead ? `; ${missing.instead}` : ""}.`}</Ruled>
      </Text>
      {there.map((h) => (
        <Text key={h.id} fontSize="small">
          <Ruled>{`On the shelf, not promised: ${h.free} × ${h.title}. `}</Ruled>
          <Link to={`/q/${project.id}/quilt`}>Promise it to this quilt</Link>
        </Text>
      ))}
      {missing.chosen && (
        <Text fontSize="small" color="soft">
          {`Bought of ${missing.prints} ${missing.prints === 1 ? "print" : "prints"}: `}
          <Link to={`/q/${project.id}/quilt`}>of more, or of fewer</Link>
        </Text>
      )}
    </Box>
  );
}

/** What is sub-cut from strips or sets of one kind, and how each of them is cut. */
function AcrossLines({
  across,
  project,
  source,
  picture,
}: {
  across: Across;
  project: Project;
  source: string;
  picture: string;
}) {
  const drawn = project.plan.pictures[picture];
  return (
    <Box mt="6px">
      {across.cuts.map((c) => (
        <Flex key={c.step} align="baseline" gap="12px" wrap="wrap">
          <Box fontSize="large" fontWeight="600">
            <Counted project={project} step={c.step}>
              <Ruled>{`${c.make} at ${c.width.text}`}</Ruled>
            </Counted>
          </Box>
          <Text flex="1" minW="150px">
            <Ruled>{`${c.name}: ${c.need} ${project.here ? "more needed" : "needed"}${c.spare > 0 ? ` and ${c.spare} spare` : ""}`}</Ruled>
            {c.then && <Ruled>{`, ${c.then}`}</Ruled>}
            {c.held && (
              <Text as="span" color="madder" fontWeight="600">
                {" "}
                after measuring a block
              </Text>
            )}
          </Text>
          <Count project={project} step={c.step} />
        </Flex>
      ))}
      {across.there && (
        <Text fontSize="note" color="woad" fontWeight="600" mt="4px">
          <Ruled>{`${across.there}.`}</Ruled>
        </Text>
      )}
      {across.layups.map((l) => (
        <Flex key={l.from + l.says} gap={{ base: "4px", md: "18px" }} mt="6px" wrap="wrap" align="center">
          <Box w={{ base: "100%", md: "440px" }}>
            {drawn && (
              <LayupView
                across={across}
                layup={l}
                picture={drawn}
                colours={coloursOf(project.document)}
                width={440}
                label={`${l.says} from one ${source}, ${l.rest.text} left`}
              />
            )}
          </Box>
          <Text fontSize="note" flex="1" minW="150px">
            <Ruled>{`${l.times} × ${l.from && `${l.from} that ${l.times > 1 ? "are" : "is"} left: `}${l.says}; ${l.rest.text} left${l.times > 1 ? " of each" : ""}`}</Ruled>
          </Text>
        </Flex>
      ))}
      <Box fontSize="note" color={across.proven ? "woad" : "ink"} mt="4px">
        <Worked working={across.working} label={`How many ${source}s`}>
          <Ruled>{across.proof}</Ruled>
        </Worked>
      </Box>
    </Box>
  );
}

/** A count with the sum behind it. */
function Counted({ project, step, children }: { project: Project; step: string; children: ReactNode }) {
  const s = project.plan.steps.find((x) => x.id === step);
  return s ? (
    <Worked working={s.working} label={s.name}>
      {children}
    </Worked>
  ) : (
    children
  );
}

function Count({ project, step }: { project: Project; step: string }) {
  const p = progressOf(project, step);
  if (!p) return null;
  const done = p.toGo === 0;
  return (
    <Flex align="baseline" gap="10px">
      <Text className="tabular" color={done ? "woad" : "ink"} fontWeight="600">
        {done ? `all ${p.make} cut` : `${p.good} of ${p.make} cut`}
      </Text>
      {p.waits && (
        <Link to={`/q/${project.id}/trim/${encodeURIComponent(p.waits)}`}>
          <Text as="span" fontSize="note" color="madder" fontWeight="600">
            {p.state}
          </Text>
        </Link>
      )}
      <Button asChild size="sm" variant="plain">
        <Link to={`/q/${project.id}/bench/${encodeURIComponent(step)}`} aria-label={`Count ${step}`}>
          Count
        </Link>
      </Button>
    </Flex>
  );
}
