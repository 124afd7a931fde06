// The tally of one quilt: what cannot be, what there is of everything, how long the rest takes, and all that was counted, line by line.
import { Box } from "@chakra-ui/react";
import { useFramed } from "../frame/ProjectFrame";
import { Unplanned } from "../frame/Unplanned";
import { Balance } from "./Balance";
import { Lines } from "./Lines";
import { Times } from "./Times";
import { Totals } from "./Totals";
import { useRecord } from "./useRecord";

export function BookPage() {
  const project = useFramed();
  const record = useRecord(project);
  if (project.plan.steps.length === 0) return <Unplanned />;
  return (
    <Box px={{ base: "16px", md: "28px" }} py="22px" maxW="1180px" mx="auto">
      <Balance project={project} record={record} />
      <Totals project={project} />
      <Times project={project} />
      <Lines project={project} record={record} />
    </Box>
  );
}
