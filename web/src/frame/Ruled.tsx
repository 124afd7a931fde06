import { Fragment } from "react";
import { fractions } from "./fractions";

/** Text from the core with every fraction set as a true one: 2½″, 12 7/16″. */
export function Ruled({ children }: { children: string }) {
  return (
    <span className="tabular">
      {fractions(children).map((f) =>
        f.fraction ? (
          <span key={f.at} className="frac">
            {f.text}
          </span>
        ) : (
          <Fragment key={f.at}>{f.text}</Fragment>
        ),
      )}
    </span>
  );
}
