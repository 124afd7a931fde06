// The book of rules: what every sum rests on, where that comes from, what it is checked against, and what it comes to in this quilt.
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { useLocation } from "react-router";
import type { RuleHere } from "../api/client";
import { asks } from "../api/queries";
import { useFramed } from "../frame/ProjectFrame";
import { Ruled } from "../frame/Ruled";
import { Section } from "../frame/Section";
import { Loading, Wrong } from "../frame/States";

export function RulesPage() {
  const project = useFramed();
  const { data, error } = useQuery({
    ...asks.rules(project),
    placeholderData: (before) => before,
  });
  const { hash } = useLocation();
  const here = decodeURIComponent(hash.slice(1));
  // biome-ignore lint/correctness/useExhaustiveDependencies: there is nothing to turn to before the book is there
  useEffect(() => {
    document.getElementById(here)?.scrollIntoView({ block: "center" });
  }, [here, !data]);
  if (error)
    return (
      <Box p="28px">
        <Wrong error={error} />
      </Box>
    );
  if (!data) return <Loading label="Opening the book of rules" />;
  const topics = [...new Set(data.rules.map((r) => r.topic))];
  return (
    <Box p={{ base: "14px", md: "16px 28px" }} maxW="1060px">
      <Heading as="h2" textStyle="page" mb="6px">
        The book of rules
      </Heading>
      <Text color="soft" mb="14px">
        Every sum on these pages rests on one of these. In formulas s is the allowance, and a and b are squares as they
        are cut.
      </Text>
      <Flex as="nav" aria-label="Topics" gap="6px 18px" wrap="wrap" mb="18px">
        {topics.map((t) => (
          <a key={t} href={`#${idOf(t)}`} style={{ textDecoration: "underline" }}>
            {t}
          </a>
        ))}
      </Flex>
      {topics.map((t) => (
        <Box key={t} id={idOf(t)} mb="20px">
          <Section title={t.charAt(0).toUpperCase() + t.slice(1)}>
            {data.rules
              .filter((r) => r.topic === t)
              .map((r) => (
                <Entry key={r.id} rule={r} chosen={r.id === here} />
              ))}
          </Section>
        </Box>
      ))}
    </Box>
  );
}

const idOf = (topic: string) => `topic-${topic.replaceAll(" ", "-")}`;

function Entry({ rule: r, chosen }: { rule: RuleHere; chosen: boolean }) {
  return (
    <Flex
      as="article"
      id={r.id}
      aria-label={r.says}
      gap={{ base: "8px", md: "28px" }}
      direction={{ base: "column", md: "row" }}
      py="12px"
      pl="12px"
      borderTopWidth="1px"
      borderColor="hair"
      borderLeftWidth="4px"
      borderLeftColor={chosen ? "madder" : "transparent"}
    >
      <Box flex="1" minW="0">
        <Text fontWeight="600">{r.says}</Text>
        {r.formula && (
          <Text textStyle="panel" fontWeight="400" mt="4px">
            {r.formula}
          </Text>
        )}
        <Text fontSize="small" mt="6px">
          <b>{r.from}</b>
          {r.source && `: ${r.source}`}
        </Text>
        {r.checks.map((c) => (
          <Text key={c.room + c.test} fontSize="fine" color="soft">
            {`held against ${c.against} (${c.test} in core/${c.room})`}
          </Text>
        ))}
      </Box>
      <Box flex="1" minW="0" fontSize="note">
        <Text fontWeight={r.here.length > 0 ? 600 : 400} color={r.here.length > 0 ? "ink" : "soft"} mb="2px">
          {r.here.length > 0 ? "In this quilt" : "Nothing in this quilt rests on it."}
        </Text>
        {r.here.map((u) => (
          <Box key={u.sums.join()} mb="4px">
            <Text color="soft">
              <Ruled>{u.what}</Ruled>
            </Text>
            {u.sums.map((s) => (
              <Text key={s}>
                <Ruled>{s}</Ruled>
              </Text>
            ))}
          </Box>
        ))}
        {r.more > 0 && <Text color="soft">{`and ${r.more} more like these`}</Text>}
      </Box>
    </Flex>
  );
}
