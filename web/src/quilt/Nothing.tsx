import { Box, Button, Text } from "@chakra-ui/react";
import { Link } from "react-router";

/** What is said on a page of the quilt that has nothing to show. */
export const Nothing = ({ quilt, says }: { quilt: string; says: string }) => (
  <Box p="28px">
    <Text mb="12px">{says}</Text>
    <Button asChild>
      <Link to={`/q/${quilt}/quilt`}>To the quilt</Link>
    </Button>
  </Box>
);
