// Every key there is, under "?".
import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { Key } from "./Key";
import { useKey } from "./useKey";

const groups = [
  {
    name: "On every page of a quilt",
    keys: [
      ["B", "to the machine, with what is next"],
      ["1 … 6", "Quilt, Thread, Cut, Sew, Press, Trim"],
      ["T", "turn every picture over"],
      ["W", "show the working of every number"],
      ["?", "this list"],
    ],
  },
  {
    name: "Quilt",
    keys: [
      ["G", "in grey, to judge values"],
      ["+ − 0", "larger, smaller, whole, when the picture has the focus"],
      ["Ctrl S", "keep the changed plan"],
      ["U", "undo the last kept change"],
      ["Y", "do it again"],
    ],
  },
  {
    name: "At the machine, the mat and the iron",
    keys: [
      ["Space", "one more"],
      ["digits, Enter", "that many more"],
      ["Z", "take back the last"],
      ["R", "set aside, with a reason (1 to 5)"],
      ["C, digits, Enter", "count again: there are so many good ones"],
      ["T", "turn the parts over"],
      ["Esc", "leave"],
    ],
  },
];

export function Help() {
  const [shown, setShown] = useState(false);
  const dialog = useRef<HTMLDialogElement>(null);
  useKey("?", () => setShown((s) => !s));
  useEffect(() => {
    if (shown) dialog.current?.showModal();
    else dialog.current?.close();
  }, [shown]);
  return (
    <>
      <Button size="sm" onClick={() => setShown(true)} aria-label="Keys">
        ?
      </Button>
      <chakra.dialog
        ref={dialog}
        aria-labelledby="keys"
        onClose={() => setShown(false)}
        bg="paper"
        color="ink"
        borderWidth="1px"
        borderColor="hair"
        p="26px"
        m="auto"
        maxW="720px"
        w="calc(100% - 32px)"
        css={{ "&::backdrop": { background: "rgba(35, 40, 43, 0.45)" } }}
      >
        <Flex justify="space-between" align="baseline" mb="14px">
          <Heading as="h2" id="keys" fontFamily="heading" fontSize="22px" fontWeight="600">
            Keys
          </Heading>
          <Button size="sm" onClick={() => setShown(false)}>
            Close <Key>Esc</Key>
          </Button>
        </Flex>
        <Box columns={{ base: 1, md: 2 }} columnGap="34px">
          {groups.map((g) => (
            <Box key={g.name} mb="16px" style={{ breakInside: "avoid" }}>
              <Text fontWeight="600" mb="4px">
                {g.name}
              </Text>
              {g.keys.map(([key, does]) => (
                <Flex key={key} gap="12px" py="3px" align="baseline">
                  <Box w="112px" flexShrink={0}>
                    <Key>{key}</Key>
                  </Box>
                  <Text fontSize="14px">{does}</Text>
                </Flex>
              ))}
            </Box>
          ))}
        </Box>
      </chakra.dialog>
    </>
  );
}
