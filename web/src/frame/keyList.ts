// Every key there is: which one, how it is shown, and what it does. Pages listen to these, buttons show them, and "?" lists them.
export type Listed = { on: string; shown: string; does: string };

const key = (on: string, does: string, shown = on.toUpperCase()): Listed => ({ on, shown, does });

export const everywhere = {
  bench: key("b", "to the machine, with what is next"),
  places: key("1234567", "Quilt, Thread, Cut, Sew, Press, Trim, Tally", "1 … 7"),
  turn: key("t", "turn every picture over"),
  working: key("w", "show the working of every number"),
  list: key("?", "this list"),
};

export const onQuilt = {
  grey: key("g", "in grey, to judge values"),
  zoom: key("+−0", "larger, smaller, whole, when the picture has the focus", "+ − 0"),
  keep: key("s", "keep the changed plan", "Ctrl S"),
  undo: key("u", "undo the last kept change"),
  redo: key("y", "do it again"),
};

export const onPrints = {
  grey: key("g", "in grey"),
  anew: key("n", "deal anew, round what was dealt by hand"),
  swap: key("s", "swap the chosen place with another"),
  back: key("z", "take back the last change"),
};

export const onCuts = {
  move: key("arrows", "move what has the focus: by a mark of the ruler, by a step", "arrows"),
  mirror: key("m", "Wave: both halves alike, in a mirror"),
  halves: key("h", "Wave: half steps"),
  values: key("v", "Wave: colours by value"),
  turn: key("r", "Cut again: turn a part"),
  exchange: key("x", "Cut again: exchange two parts"),
  back: key("z", "take back the last change"),
};

export const atTheMachine = {
  one: key(" ", "one more", "Space"),
  many: key("enter", "that many more", "digits, Enter"),
  all: key("a", "one that is cut again, with every pile of it"),
  back: key("z", "take back the last"),
  aside: key("r", "set aside, with a reason (1 to 5)"),
  recount: key("c", "count again: there are so many good ones", "C, digits, Enter"),
  pile: key("h", "so many lie here now, whatever was counted", "C, digits, H"),
  unpick: key("u", "taken apart again: what it was made of lies there", "R, U"),
  seams: key("arrows", "the seam before, the next seam", "← →"),
  turn: key("t", "what it makes, front and back; the parts turned over"),
  bobbin: key("n", "a full bobbin is in"),
  leave: key("escape", "leave", "Esc"),
};

export const groups = [
  { name: "On every page of a quilt", keys: everywhere },
  { name: "Quilt", keys: onQuilt },
  { name: "Prints", keys: onPrints },
  { name: "Wave and Cut again", keys: onCuts },
  { name: "At the machine, the mat and the iron", keys: atTheMachine },
];
