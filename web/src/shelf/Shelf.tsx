import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { type Shelved, server } from "../api/client";
import { QuiltView } from "../drawn/QuiltView";
import { Mark } from "../frame/Mark";
import { Ruled } from "../frame/Ruled";
import { Loading, Wrong } from "../frame/States";

/** All quilts, as they will look, with what to do next on each. */
export function Shelf() {
  const { data, error, refetch } = useQuery({ queryKey: ["shelf"], queryFn: server.shelf });
  return (
    <Box maxW="1180px" mx="auto" px={{ base: "16px", md: "28px" }} pb="60px">
      <Flex as="header" align="center" gap="14px" py="18px" borderBottomWidth="1px" borderColor="hair" wrap="wrap">
        <Mark size={38} />
        <Heading as="h1" fontFamily="heading" fontSize="30px" fontWeight="600">
          Vicis
        </Heading>
        <Text color="soft" display={{ base: "none", md: "block" }}>
          what repeats, planned once and counted at the machine
        </Text>
        <Button asChild variant="solid" ml="auto">
          <Link to="/new">Begin a quilt</Link>
        </Button>
      </Flex>
      <main>
        {error && (
          <Wrong error={error}>
            <Button mt="10px" onClick={() => refetch()}>
              Try again
            </Button>
          </Wrong>
        )}
        {!data && !error && <Loading label="Fetching the shelf" />}
        {data?.length === 0 && (
          <Box py="80px" textAlign="center">
            <Heading as="h2" fontFamily="heading" fontSize="26px" fontWeight="600" mb="8px">
              The shelf is empty
            </Heading>
            <Text color="soft" mb="22px">
              Choose a block and a size; everything else is worked out for you.
            </Text>
            <Button asChild variant="solid">
              <Link to="/new">Begin a quilt</Link>
            </Button>
          </Box>
        )}
        <ul>
          {data?.map((q) => (
            <Item key={q.id} quilt={q} />
          ))}
        </ul>
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
        <Heading as="h2" fontFamily="heading" fontSize="27px" fontWeight="600">
          <Link to={`/q/${quilt.id}`}>{quilt.name}</Link>
        </Heading>
        <Text color="soft" mt="2px">
          <Ruled>{`${quilt.columns} × ${quilt.rows} blocks · finishes ${quilt.finished}`}</Ruled>
        </Text>
        {quilt.note && <Text mt="8px">{quilt.note}</Text>}
        <Flex gap={{ base: "14px", md: "26px" }} mt="14px" wrap="wrap">
          {quilt.stages.map((s) => (
            <Box key={s.stage}>
              <Text fontSize="12.5px" color="soft">
                {s.stage}
              </Text>
              <Text className="tabular" fontWeight="600" color={s.done >= s.make ? "woad" : "ink"}>
                {s.done >= s.make ? `all ${s.make}` : `${s.done} / ${s.make}`}
              </Text>
            </Box>
          ))}
        </Flex>
        <Text fontFamily="heading" fontSize="18px" fontWeight="600" mt="16px">
          <Ruled>
            {quilt.next
              ? `Next: ${quilt.next}`
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
      </Flex>
    </Flex>
  );
}
