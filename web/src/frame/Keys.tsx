// Every key there is, in a dialog that is fetched when it is first asked for.
import { Box, Button, Dialog, Flex, Portal, Text } from "@chakra-ui/react";
import { Key } from "./Key";
import { groups } from "./keyList";

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
                    {Object.values(g.keys).map(({ shown, does }) => (
                      <Flex key={shown} gap="12px" py="3px" align="baseline">
                        <Box w="112px" flexShrink={0}>
                          <Key>{shown}</Key>
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
