// Every key there is, in a dialog that is fetched when it is first asked for.
import { Box, Button, Dialog, Flex, Portal, Text } from "@chakra-ui/react";
import { Key } from "./Key";

const groups = [
  {
    name: "On every page of a quilt",
    keys: [
      ["B", "to the machine, with what is next"],
      ["1 … 7", "Quilt, Thread, Cut, Sew, Press, Trim, Tally"],
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
    name: "Prints",
    keys: [
      ["G", "in grey"],
      ["N", "deal anew, round what was dealt by hand"],
      ["S", "swap the chosen place with another"],
      ["Z", "take back the last change"],
    ],
  },
  {
    name: "Wave and Cut again",
    keys: [
      ["arrows", "move what has the focus: by a mark of the ruler, by a step"],
      ["M", "Wave: both halves alike, in a mirror"],
      ["H", "Wave: half steps"],
      ["V", "Wave: colours by value"],
      ["R", "Cut again: turn a part"],
      ["X", "Cut again: exchange two parts"],
      ["Z", "take back the last change"],
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
      ["← →", "the seam before, the next seam"],
      ["T", "what it makes, front and back; the parts turned over"],
      ["N", "a full bobbin is in"],
      ["Esc", "leave"],
    ],
  },
];

export default function Keys({ leave }: { leave: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(e) => !e.open && leave()}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content>
            <Dialog.Header>
              <Dialog.Title>Keys</Dialog.Title>
              <Button size="sm" onClick={leave}>
                Close <Key>Esc</Key>
              </Button>
            </Dialog.Header>
            <Dialog.Body>
              <Box columns={{ base: 1, md: 2 }} columnGap="34px">
                {groups.map((g) => (
                  <Box key={g.name} mb="16px" breakInside="avoid">
                    <Text fontWeight="600" mb="4px">
                      {g.name}
                    </Text>
                    {g.keys.map(([key, does]) => (
                      <Flex key={key} gap="12px" py="3px" align="baseline">
                        <Box w="112px" flexShrink={0}>
                          <Key>{key}</Key>
                        </Box>
                        <Text fontSize="small">{does}</Text>
                      </Flex>
                    ))}
                  </Box>
                ))}
              </Box>
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
