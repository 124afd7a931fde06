// Cloth has two sides: T turns every picture of a page over, and back.
import { Button } from "@chakra-ui/react";
import { createContext, type ReactNode, useContext, useMemo, useState } from "react";
import { Key } from "../frame/Key";
import { everywhere } from "../frame/keyList";
import { useKey } from "../frame/useKey";

const Side = createContext({ turned: false, turn: () => {} });

export function TurningArea({ children }: { children: ReactNode }) {
  const [turned, setTurned] = useState(false);
  const side = useMemo(() => ({ turned, turn: () => setTurned((t) => !t) }), [turned]);
  useKey(everywhere.turn, side.turn);
  return <Side.Provider value={side}>{children}</Side.Provider>;
}

/** Whether the pictures of this page lie turned over. */
export const useTurned = () => useContext(Side).turned;

export function TurnButton() {
  const { turned, turn } = useContext(Side);
  return (
    <Button size="sm" onClick={turn} aria-pressed={turned}>
      Turn over <Key>{everywhere.turn.shown}</Key>
    </Button>
  );
}
