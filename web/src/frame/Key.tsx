import { chakra } from "@chakra-ui/react";

/** The key that does the same as the button it stands in. */
export const Key = chakra("kbd", {
  base: {
    fontFamily: "body",
    fontSize: "12px",
    fontWeight: "500",
    px: "6px",
    py: "1px",
    borderWidth: "1px",
    borderColor: "currentColor",
    borderRadius: "3px",
    lineHeight: "1.3",
  },
});
