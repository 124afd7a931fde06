// Every key there is, under "?".
import { Button } from "@chakra-ui/react";
import { lazy, Suspense, useState } from "react";
import { everywhere } from "./keyList";
import { useKey } from "./useKey";

const Keys = lazy(() => import("./Keys"));

export function Help() {
  const [shown, setShown] = useState(false);
  useKey(everywhere.list, () => setShown((s) => !s));
  return (
    <>
      <Button size="sm" onClick={() => setShown(true)} aria-label="Keys">
        ?
      </Button>
      {shown && (
        <Suspense>
          <Keys leave={() => setShown(false)} />
        </Suspense>
      )}
    </>
  );
}
