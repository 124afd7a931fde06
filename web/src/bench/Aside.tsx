// Set aside, with a reason.
import { Box, Button, chakra, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import { atTheMachine } from "../frame/keyList";
import { Key } from "./Key";

export const reasons = ["seam off", "turned the wrong way", "cut crooked", "stuck together", "stained or torn"];

type Props = { n: number; sewn: boolean; choose: (reason: string) => void; unpick: () => void; leave: () => void };

export function Aside({ n, sewn, choose, unpick, leave }: Props) {
  const [other, setOther] = useState("");
  return (
    <Box role="group" aria-label="Why set aside">
      <Text fontWeight="600" fontSize="section" mb="8px">
        {n === 1 ? "Set one aside. Why?" : `Set ${n} aside. Why?`}
      </Text>
      <Box display="grid" gridTemplateColumns="1fr 1fr" gap="8px">
        {reasons.map((r, i) => (
          <Button key={r} minH="46px" onClick={() => choose(r)}>
            {r} <Key>{i + 1}</Key>
          </Button>
        ))}
        {sewn && (
          <Button minH="46px" onClick={unpick}>
            Unpicked: parts lie here <Key>U</Key>
          </Button>
        )}
        <Button minH="46px" variant="plain" onClick={leave}>
          Not at all <Key>{atTheMachine.leave.shown}</Key>
        </Button>
      </Box>
      <chakra.form
        mt="10px"
        display="flex"
        gap="10px"
        onSubmit={(e) => {
          e.preventDefault();
          choose(other.trim());
        }}
      >
        <Input
          aria-label="Another reason"
          placeholder="another reason"
          value={other}
          maxLength={300}
          onChange={(e) => setOther(e.target.value)}
          flex="1"
          minH="42px"
        />
        <Button type="submit">Set aside</Button>
      </chakra.form>
    </Box>
  );
}
