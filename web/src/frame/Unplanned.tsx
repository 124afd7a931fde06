import { Box, Button, Heading, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import { useFramed } from "./ProjectFrame";
import { Ruled } from "./Ruled";

/** What a page of the plan shows while something stops the plan. */
export function Unplanned() {
  const { problems, id } = useFramed();
  return (
    <Box maxW="640px" mx="auto" p="48px 20px">
      <Heading as="h2" textStyle="page" mb="12px">
        There is no plan yet
      </Heading>
      {problems
        .filter((p) => p.stops)
        .map((p) => (
          <Text key={p.at + p.code} mb="6px">
            <Ruled>{`${p.says} ${p.mend}`}</Ruled>
          </Text>
        ))}
      <Button asChild mt="14px" variant="solid">
        <Link to={`/q/${id}/quilt`}>Mend it</Link>
      </Button>
    </Box>
  );
}
