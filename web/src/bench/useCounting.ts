// Counting with one key, or with digits: what is typed, what it is meant for, and the keys for it.
import { useLayoutEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { Project, Step } from "../api/client";
import { atTheMachine as at } from "../frame/keyList";
import { isTyping } from "../frame/useKey";
import { reasons } from "./Aside";
import { type Station, useTally } from "./useTally";

type Mode = "count" | "many" | "aside" | "recount";

export type Counting = ReturnType<typeof useCounting>;

export function useCounting(project: Project, step: Step, station: Station) {
  const tally = useTally(project, step, station);
  const iron = station === "iron";
  const [back, setBack] = useState(iron);
  const [digits, setDigits] = useState("");
  const [mode, setMode] = useState<Mode>("count");
  const away = useNavigate();
  const leave = () =>
    away(`/q/${project.id}/${iron ? "press" : step.does === "cut" || step.does === "sub-cut" ? "cut" : "sew"}`);
  const typed = digits === "" ? undefined : Number(digits);

  // Of one thing that is cut again so many lie in this pile; the other piles come with them.
  const knife = iron ? undefined : project.plan.knives.find((k) => k.unit === step.knife);
  const here = knife?.parts.flat().filter((p) => p.kind === step.id).length ?? 0;
  const cut = () => knife && here > 0 && tally.made(here);

  const done = () => {
    setDigits("");
    setMode("count");
  };
  const enter = () => {
    if (typed === undefined) return;
    if (mode === "recount") tally.recount(typed);
    else if (typed > 0) tally.made(typed);
    done();
  };
  // A number meant for one kind of count is not left standing for the other.
  const recountOrNot = () => {
    setDigits("");
    setMode(mode === "recount" ? "count" : "recount");
  };
  const setAside = (reason: string) => {
    tally.aside(Math.max(1, typed ?? 1), reason);
    done();
  };
  const lieHere = () => {
    if (typed !== undefined) tally.pile(typed);
    done();
  };
  const unpick = () => {
    tally.unpicked(Math.max(1, typed ?? 1));
    done();
  };
  const turn = () => setBack((b) => !b);

  useKeys((e) => {
    const onButton = (e.target as HTMLElement | null)?.closest("button, a");
    const key = e.key.toLowerCase();
    if (mode === "aside" && /^[1-5]$/.test(key)) setAside(reasons[Number(key) - 1] ?? "");
    else if (mode === "aside" && key === at.unpick.on) unpick();
    else if (mode === "recount" && key === at.pile.on && digits !== "") lieHere();
    else if (/^\d$/.test(key)) setDigits((d) => (d + key).replace(/^0+(?=\d)/, "").slice(0, 4));
    else if (key === "backspace") setDigits((d) => d.slice(0, -1));
    else if (key === at.one.on && (mode === "count" || mode === "many")) {
      e.preventDefault();
      tally.made(1);
    } else if (key === at.many.on && digits !== "") {
      if (onButton) e.preventDefault();
      enter();
    } else if (key === at.back.on) tally.undo();
    else if (key === at.all.on && knife) cut();
    else if (key === at.turn.on) turn();
    else if (key === at.bobbin.on && !iron && step.sewing) tally.bobbin();
    else if (key === at.aside.on && !iron) setMode(mode === "aside" ? "count" : "aside");
    else if (key === at.recount.on && !iron) recountOrNot();
    else if (key === at.leave.on && (mode !== "count" || digits !== "")) done();
    else if (key === at.leave.on) leave();
  });

  return {
    tally,
    knife,
    cut,
    iron,
    back,
    turn,
    digits,
    setDigits,
    typed,
    mode,
    setMode,
    enter,
    recountOrNot,
    setAside,
    lieHere,
    unpick,
    leave,
  };
}

/** What a key does here, wherever the focus is but in a field. */
export function useKeys(pressed: (e: KeyboardEvent) => void) {
  const keys = useRef(pressed);
  keys.current = pressed;
  // Before the first paint: what can be seen can be pressed.
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!isTyping(e) && !e.repeat) keys.current(e);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}

/** What there is of a step, with what is on its way to the server. */
export function countsOf({ tally, iron }: Counting, step: Step) {
  const p = tally.progress;
  const counted = (p?.good ?? 0) + tally.pending.made - tally.pending.aside;
  const sewn = iron ? counted : counted + (p?.presumed ?? 0);
  const good = iron ? (p?.pressed ?? 0) + tally.pending.pressed : sewn;
  const make = p?.make ?? step.make;
  return {
    good,
    make: iron ? sewn : make,
    made: (p?.made ?? 0) + tally.pending.made,
    aside: (p?.aside ?? 0) + tally.pending.aside,
    toGo: Math.max(0, iron ? sewn - good : (p?.toGo ?? step.make) - tally.pending.made),
    of: iron ? `of ${sewn} sewn` : `of ${make}`,
  };
}
