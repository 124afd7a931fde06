// The frame around one quilt: its name, the order of the work across the top, and what to do next across the bottom.
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { Link, NavLink, Outlet, useNavigate, useOutletContext } from "react-router";
import type { Project } from "../api/client";
import { useProject } from "../api/queries";
import { useSending } from "../bench/useSending";
import { coloursOf } from "../drawn/colours";
import { PictureView } from "../drawn/Picture";
import { QuiltView } from "../drawn/QuiltView";
import { TurningArea } from "../drawn/Turned";
import { Help } from "./Help";
import { Key } from "./Key";
import { everywhere } from "./keyList";
import { Mark } from "./Mark";
import { lower } from "./many";
import { Ruled } from "./Ruled";
import { Loading, Plain, Wrong } from "./States";
import { useKey } from "./useKey";
import { WorkingArea } from "./Working";

type Place = { to: string; name: string; stages: string[] };

const places: Place[] = [
  { to: "quilt", name: "Quilt", stages: [] },
  { to: "thread", name: "Thread", stages: [] },
  { to: "cut", name: "Cut", stages: ["strips", "sub-cuts"] },
  { to: "sew", name: "Sew", stages: ["strip sets", "marking", "units", "blocks", "rows", "top", "finishing"] },
  { to: "press", name: "Press", stages: [] },
  { to: "trim", name: "Trim", stages: [] },
  { to: "tally", name: "Tally", stages: [] },
];

/** Where something is cut again, that has a place of its own after the quilt. */
const again: Place = { to: "again", name: "Cut again", stages: [] };

/** And where rings of a tube are opened at shifting seams. */
const wave: Place = { to: "wave", name: "Wave", stages: [] };

/** And where a fabric is many prints. */
const prints: Place = { to: "prints", name: "Prints", stages: [] };

/** The project for the pages inside the frame. */
export const useFramed = () => useOutletContext<Project>();

export function ProjectFrame() {
  const { data: project, error, refetch, dataUpdatedAt } = useProject();
  const away = useNavigate();
  useSending(project?.id);
  const next = project?.plan.steps.find((s) => s.id === project.progress.next);
  useKey(everywhere.places, (key) => away(`/q/${project?.id}/${places[Number(key) - 1]?.to}`));
  useKey(everywhere.bench, () => next && away(`/q/${project?.id}/bench/${encodeURIComponent(next.id)}`));

  if (!project) {
    return error ? (
      <Plain title="This quilt cannot be shown">
        <Wrong error={error}>
          <Button mt="12px" onClick={() => refetch()}>
            Try again
          </Button>
        </Wrong>
      </Plain>
    ) : (
      <Loading page />
    );
  }
  const { plan, progress } = project;
  return (
    <Flex direction="column" minH="100vh">
      <Flex
        as="header"
        align="center"
        gap={{ base: "10px", lg: "20px" }}
        px={{ base: "14px", md: "28px" }}
        borderBottomWidth="1px"
        borderColor="hair"
        wrap="wrap"
        minH="56px"
      >
        <Link to="/" aria-label="To the shelf">
          <Mark />
        </Link>
        <Heading as="h1" textStyle="panel">
          {project.document.name}
        </Heading>
        <Text color="soft" display={{ base: "none", lg: "block" }}>
          <Ruled>{plan.finished.text ? `${plan.set} · finishes ${plan.finished.text}` : plan.set}</Ruled>
        </Text>
        <Flex
          as="nav"
          aria-label="Order of work"
          gap={{ base: "12px", md: "22px" }}
          ml={{ base: 0, md: "auto" }}
          w={{ base: "100%", md: "auto" }}
          overflowX="auto"
        >
          {places
            .toSpliced(
              1,
              0,
              ...(project.document.fabrics.some((f) => f.print === "assorted") ? [prints] : []),
              ...(plan.knives.length > 0 ? [again] : []),
              ...(plan.tubes.length > 0 ? [wave] : []),
            )
            .map((p) => {
              const stages = progress.stages.filter((s) => p.stages.includes(s.stage));
              const done = stages.reduce((n, s) => n + s.done, 0);
              const make = stages.reduce((n, s) => n + s.make, 0);
              return (
                <NavLink key={p.to} to={p.to} style={{ textDecoration: "none" }}>
                  {({ isActive }) => (
                    <Box
                      py="15px"
                      borderBottomWidth="3px"
                      borderColor={isActive ? "madder" : "transparent"}
                      fontWeight={isActive ? 600 : 500}
                      whiteSpace="nowrap"
                    >
                      {p.name}
                      {make > 0 && (
                        <Text
                          as="span"
                          fontSize="fine"
                          color="soft"
                          ml="6px"
                          className="tabular"
                          display={{ base: "none", md: "inline" }}
                        >
                          {done}/{make}
                        </Text>
                      )}
                    </Box>
                  )}
                </NavLink>
              );
            })}
        </Flex>
        <Box display={{ base: "none", md: "block" }}>
          <Help />
        </Box>
      </Flex>
      {error && (
        <Box role="status" bg="madder.wash" px={{ base: "14px", md: "28px" }} py="8px" fontWeight="600">
          {`The server does not answer. You see the quilt as it was at ${new Date(dataUpdatedAt).toLocaleTimeString([], { timeStyle: "short" })}; what you count at the bench is kept and sent when it is back.`}
        </Box>
      )}
      <Box as="main" flex="1">
        <WorkingArea>
          <TurningArea>
            <Outlet context={project} />
          </TurningArea>
        </WorkingArea>
      </Box>
      <Flex
        as="footer"
        bg="paper"
        borderTopWidth="1px"
        borderColor="hair"
        px={{ base: "14px", md: "28px" }}
        py="12px"
        gap="20px"
        align="center"
        position="sticky"
        bottom="0"
        className="no-print"
      >
        {next ? (
          <>
            <Box display={{ base: "none", md: "block" }}>
              {plan.pictures[next.picture] ? (
                <PictureView
                  picture={plan.pictures[next.picture]}
                  colours={coloursOf(project.document)}
                  maxW={110}
                  maxH={52}
                  label={next.name}
                />
              ) : (
                <QuiltView
                  layout={plan.quilt}
                  colours={coloursOf(project.document)}
                  maxW={110}
                  maxH={52}
                  label={next.name}
                />
              )}
            </Box>
            <Box flex="1" minW="0">
              <Text textStyle={{ base: "item", md: "lead" }}>
                <Ruled>{`Next: ${lower(next.says)}`}</Ruled>
              </Text>
              <Text color="soft" className="tabular">
                {nextLine(project)}
              </Text>
            </Box>
            <Button asChild variant="solid">
              <Link to={`/q/${project.id}/bench/${encodeURIComponent(next.id)}`}>
                {next.does === "sew" ? "To the machine" : "To the mat"} <Key>{everywhere.bench.shown}</Key>
              </Link>
            </Button>
          </>
        ) : (
          <Text textStyle="lead">
            {plan.steps.length > 0
              ? "Everything is made. Bind it, and sign it."
              : "Nothing can be made yet: the plan has a problem. See Quilt."}
          </Text>
        )}
      </Flex>
    </Flex>
  );
}

function nextLine(project: Project) {
  const p = project.progress.steps.find((s) => s.id === project.progress.next);
  if (!p) return "";
  const parts = [`${p.good} of ${p.make} made`, `${p.toGo} to go`];
  if (p.short > 0) parts.push(`${p.short} of them to replace what was set aside`);
  if (p.ready >= 0 && p.ready < p.toGo) parts.push(`parts on hand for ${p.ready}`);
  return parts.join(" · ");
}
