import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "react-router";
import { newId, Refused, type Shelved, server } from "../api/client";
import { asks } from "../api/queries";
import { QuiltView } from "../drawn/QuiltView";
import { Mark } from "../frame/Mark";
import { lower } from "../frame/many";
import { Ruled } from "../frame/Ruled";
import { StageCounts } from "../frame/StageCounts";
import { Loading, Wrong } from "../frame/States";

const mostBytes = 1 << 20;
const tooLarge = {
  status: 413,
  code: "too-large",
  title: "Too large",
  detail: "This file is larger than 1 MB, and no project is. Open another; nothing has been changed.",
};

/** All quilts, as they will look, with what to do next on each. */
export function Shelf() {
  const { data, error, refetch } = useQuery(asks.shelf());
  const go = useNavigate();
  const away = data?.filter((q) => q.away) ?? [];
  const queries = useQueryClient();
  const open = useMutation({
    mutationFn: async (file: File) => {
      if (file.size > mostBytes) throw new Refused({ ...tooLarge });
      return server.openFile(newId(), await file.text());
    },
    onSuccess: (p) => {
      queries.invalidateQueries({ queryKey: asks.shelf().queryKey });
      go(`/q/${p.id}/quilt`);
    },
  });
  return (
    <Box maxW="1180px" mx="auto" px={{ base: "16px", md: "28px" }} pb="60px">
      <Flex as="header" align="center" gap="14px" py="18px" borderBottomWidth="1px" borderColor="hair" wrap="wrap">
        <Mark size={38} />
        <Heading as="h1" textStyle="display">
          Vicis
        </Heading>
        <Text color="soft" display={{ base: "none", md: "block" }}>
          what repeats, planned once and counted at the machine
        </Text>
        <Flex ml={{ base: 0, md: "auto" }} gap="10px" wrap="wrap" css={{ "& > *": { whiteSpace: "nowrap" } }}>
          <Button asChild>
            <chakra.label htmlFor="project-file">
              Open a file
              <chakra.input
                id="project-file"
                type="file"
                accept=".json,application/json"
                position="absolute"
                opacity={0}
                w="1px"
                h="1px"
                onChange={(e) => {
                  const file = e.target.files?.[0];
                  if (file) open.mutate(file);
                  e.target.value = "";
                }}
              />
            </chakra.label>
          </Button>
          <Button asChild>
            <Link to="/cloth">Cloth</Link>
          </Button>
          <Button asChild>
            <Link to="/library">Blocks to begin with</Link>
          </Button>
          <Button asChild variant="solid">
            <Link to="/new">Begin a quilt</Link>
          </Button>
        </Flex>
      </Flex>
      <main>
        {open.error && <Wrong error={open.error} />}
        {error && (
          <Wrong error={error}>
            <Button mt="10px" onClick={() => refetch()}>
              Try again
            </Button>
          </Wrong>
        )}
        {!data && !error && <Loading label="Fetching the shelf" />}
        {data && data.length === away.length && (
          <Box py="80px" textAlign="center">
            <Heading as="h2" textStyle="title" mb="8px">
              The shelf is empty
            </Heading>
            <Text color="soft" mb="22px">
              Choose a block and a size; everything else is worked out for you.
            </Text>
            <Button asChild variant="solid">
              <Link to="/new">Begin a quilt</Link>
            </Button>{" "}
            <Button asChild>
              <Link to="/library">Blocks to begin with</Link>
            </Button>
          </Box>
        )}
        <ul>
          {data
            ?.filter((q) => !q.away)
            .map((q) => (
              <Item key={q.id} quilt={q} />
            ))}
        </ul>
        {away.length > 0 && (
          <chakra.details mt="24px">
            <chakra.summary cursor="pointer" fontWeight="600">
              {away.length === 1 ? "1 quilt put away" : `${away.length} quilts put away`}
            </chakra.summary>
            <ul>
              {away.map((q) => (
                <Flex as="li" key={q.id} align="center" gap="16px" py="12px" borderBottomWidth="1px" borderColor="hair">
                  <QuiltView layout={q.quilt} colours={q.colours} maxW={60} maxH={60} label="" />
                  <Text flex="1" fontWeight="600">
                    <Link to={`/q/${q.id}`}>{q.name}</Link>
                  </Text>
                  <PutAway quilt={q} />
                </Flex>
              ))}
            </ul>
          </chakra.details>
        )}
      </main>
    </Box>
  );
}

function Item({ quilt }: { quilt: Shelved }) {
  const place = quilt.nextStep ? "" : "quilt";
  return (
    <Flex
      as="li"
      gap={{ base: "18px", md: "40px" }}
      py="30px"
      borderBottomWidth="1px"
      borderColor="hair"
      align="center"
      wrap={{ base: "wrap", md: "nowrap" }}
    >
      <Flex w={{ base: "120px", md: "250px" }} justify="center" flexShrink={0}>
        <QuiltView layout={quilt.quilt} colours={quilt.colours} maxW={240} maxH={230} label={quilt.name} />
      </Flex>
      <Box flex="1" minW="220px">
        <Heading as="h2" textStyle="title">
          <Link to={`/q/${quilt.id}`}>{quilt.name}</Link>
        </Heading>
        <Text color="soft" mt="2px">
          <Ruled>{quilt.finished ? `${quilt.set} · finishes ${quilt.finished}` : quilt.set}</Ruled>
        </Text>
        {quilt.note && <Text mt="8px">{quilt.note}</Text>}
        <Box mt="10px">
          <StageCounts stages={quilt.stages} />
        </Box>
        <Text textStyle="section" mt="16px">
          <Ruled>
            {quilt.next
              ? `Next: ${lower(quilt.next)}`
              : quilt.problems.length > 0
                ? `${quilt.problems[0]?.says}`
                : "Everything is made."}
          </Ruled>
        </Text>
      </Box>
      <Flex direction={{ base: "row", md: "column" }} gap="10px" flexShrink={0}>
        <Button asChild>
          <Link to={`/q/${quilt.id}/${place}`}>Open</Link>
        </Button>
        {quilt.nextStep && (
          <Button asChild variant="plain">
            <Link to={`/q/${quilt.id}/bench/${encodeURIComponent(quilt.nextStep)}`}>Go on</Link>
          </Button>
        )}
        <PutAway quilt={quilt} />
      </Flex>
    </Flex>
  );
}

/** Takes a quilt off the shelf, or brings it back; it is kept whole either way. */
function PutAway({ quilt }: { quilt: Shelved }) {
  const queries = useQueryClient();
  const put = useMutation({
    mutationFn: () => server.putAway(quilt.id, !quilt.away),
    onSuccess: () => queries.invalidateQueries({ queryKey: asks.shelf().queryKey }),
  });
  return (
    <>
      <Button
        variant="plain"
        size="sm"
        disabled={put.isPending}
        onClick={() => put.mutate()}
        aria-label={quilt.away ? `Bring back ${quilt.name}` : `Put away ${quilt.name}`}
      >
        {quilt.away ? "Bring back" : "Put away"}
      </Button>
      {put.error && <Wrong error={put.error} />}
    </>
  );
}
