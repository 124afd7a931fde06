"""A second pair of hands: sews a quilt from its sheet of instructions (docs/sheet.md), and from nothing else.

It begins with rectangles of cloth. Everything is in inches; x runs to the right, y runs down, a piece lies right side up. A piece is
its cloth (fabric and polygon) and its folds: where allowances lie on the back. A pile is how many there are of one kind of piece.
"""
import json, sys
from shapely.geometry import Polygon, box
from shapely.affinity import affine_transform
from shapely.ops import unary_union

TURN = {0: (1, 0, 0, 1), 90: (0, -1, 1, 0), 180: (-1, 0, 0, -1), 270: (0, 1, -1, 0)}  # clockwise, as y runs down
HAIR = 0.002


class Misread(Exception):
    """A line that cannot be followed."""


class Piece:
    def __init__(self, cloth, folds=()):
        self.cloth, self.folds = list(cloth), list(folds)

    def moved(self, m):
        return Piece([(f, affine_transform(p, m)) for f, p in self.cloth], [affine_transform(p, m) for p in self.folds])

    def bounds(self):
        return unary_union([p for _, p in self.cloth]).bounds

    def size(self):
        x0, y0, x1, y1 = self.bounds()
        return x1 - x0, y1 - y0

    def home(self):
        x0, y0, _, _ = self.bounds()
        return self.moved([1, 0, 0, 1, -x0, -y0])

    def turned(self, degrees):
        return self.moved([*TURN[degrees % 360], 0, 0]).home()

    def page(self):
        """Turned over like a page: what was its left edge lies on the right, its wrong side up."""
        return self.moved([-1, 0, 0, 1, 0, 0]).home()

    def kept(self, window):
        cloth = [(f, p.intersection(window)) for f, p in self.cloth]
        folds = [p.intersection(window) for p in self.folds]
        return Piece([(f, p) for f, p in cloth if p.area > 1e-9], [p for p in folds if p.area > 1e-9])


def sewn(lower, upper, takes, press):
    """Both edges even at the guide on the right, sewn an allowance inside, opened, and the allowances folded to a side."""
    high, other = lower.size()[1], upper.size()[1]
    if abs(high - other) > HAIR:
        raise Misread(f"edges of {high:.3f} and {other:.3f} are sewn to each other")
    x1, w = lower.bounds()[2], upper.size()[0]
    over = upper.page().moved([1, 0, 0, 1, x1 - w, 0])
    line = x1 - takes
    beyond, before = box(line, -1e4, 1e4, 1e4), box(-1e4, -1e4, line, 1e4)
    allowed = unary_union([p.intersection(beyond) for _, p in lower.cloth + over.cloth])
    lower, over = lower.kept(before), over.kept(before)
    opened = over.moved([-1, 0, 0, 1, 2 * line, 0])
    back = affine_transform(allowed, [-1, 0, 0, 1, 2 * line, 0])
    fold = {"lower": [back], "upper": [allowed], "open": [back, allowed]}[press]
    return Piece(lower.cloth + opened.cloth, lower.folds + opened.folds + fold).home()


class Table:
    def __init__(self):
        self.piles, self.run, self.last = {}, {}, None

    def put(self, step, n, piece):
        if step in self.piles:
            had, like = self.piles[step]
            if max(differ(like, piece)) > 0.01:
                raise Misread(f"{step}: what is put on this pile is not what lies there")
            n += had
        self.piles[step] = [n, piece]

    def take(self, step, n=1):
        if step not in self.piles or self.piles[step][0] < n:
            raise Misread(f"{n} are taken from {step}, and there are {self.piles.get(step, [0])[0]}")
        self.piles[step][0] -= n
        return self.piles[step][1]

    def follow(self, line):
        {"words": lambda l: None, "cut strips": self.strips, "cut across": self.across, "cut pieces": self.pieces,
         "end to end": self.end_to_end, "sew": self.sew}[line["do"]](line)

    def strips(self, line):
        self.put(line["step"], line["times"], Piece([(line["fabric"], box(0, 0, line["long"], line["wide"]))]))

    def across(self, line):
        """From the left end: each reading is from the end that was cleaned last."""
        whole = self.take(line["of"], line["times"])
        long, high = whole.size()
        clean = at = 0.0
        for c in line["cuts"]:
            to = clean + c["reads"]
            if to > long + HAIR or to <= at:
                raise Misread(f"{line['of']}: a cut at {to:.3f} of {long:.3f}, after {at:.3f}")
            part = whole.kept(box(at, -1, to, high + 1)).home()
            at = to
            if not c.get("step"):
                clean = to
                continue
            self.put(c["step"], line["times"], laid(part, c))

    def pieces(self, line):
        cloth = Piece([(line["fabric"], box(0, 0, line["wide"], line["long"]))])
        room = line["wide"] * line["long"]
        for c in line["cuts"]:
            room -= c["n"] * c["wide"] * c["high"]
            self.put(c["step"], c["n"] * line["times"], Piece([(line["fabric"], box(0, 0, c["wide"], c["high"]))]))
        if room < -HAIR:
            raise Misread("more is cut from a piece than it has")

    def end_to_end(self, line):
        n, strip = self.piles[line["of"]]
        long, wide = strip.size()
        fabric = strip.cloth[0][0]
        if n * long < line["long"] * line["times"]:
            raise Misread(f"{line['of']}: {n} strips do not give {line['times']} of {line['long']}")
        self.piles[line["of"]][0] = 0
        self.put(line["step"], line["times"], Piece([(fabric, box(0, 0, line["long"], wide))]))

    def layer(self, layer, times):
        if not layer.get("of"):
            if self.way is None:
                raise Misread("nothing is under way")
            return self.way.turned(layer.get("turn", 0))
        if layer.get("strip"):
            return None  # cut once the edge is known
        return self.take(layer["of"], times).turned(layer.get("turn", 0))

    def strip(self, layer, edge):
        """A strip, sewn end to end with others if one is too short, is cut to the length of an edge."""
        _, piece = self.piles[layer["of"]]
        long, wide = piece.size()
        self.run[layer["of"]] = self.run.get(layer["of"], 0) + edge
        return Piece([(piece.cloth[0][0], box(0, 0, edge, wide))]).turned(layer.get("turn", 0))

    def sew(self, line):
        one = 1 if line.get("each") else line["times"]
        self.way = self.last if line.get("each") else None
        for seam in line["seams"]:
            lower, upper = self.layer(seam["lower"], one), self.layer(seam["upper"], one)
            if lower is None:
                lower = self.strip(seam["lower"], upper.size()[1])
            if upper is None:
                upper = self.strip(seam["upper"], lower.size()[1])
            self.way = sewn(lower, upper, seam["takes"], seam["press"])
        made = self.way.turned(line.get("after", 0))
        if line.get("each"):
            self.last = made
        else:
            self.put(line["step"], line["times"], made)
            self.last = made


def laid(part, cut):
    """How a patch of cloth lies in its pile; what is sewn lies as it was cut."""
    if not cut.get("wide"):
        return part
    w, h = part.size()
    if abs(w - cut["wide"]) < HAIR and abs(h - cut["high"]) < HAIR:
        return part
    if abs(h - cut["wide"]) < HAIR and abs(w - cut["high"]) < HAIR:
        return part.turned(90)
    raise Misread(f"a patch is cut {w:.3f} by {h:.3f}, and is to lie {cut['wide']} by {cut['high']}")


def differ(a, b):
    """How much cloth, and how much of the folds, lies elsewhere, in square inches."""
    fabrics = {f for f, _ in a.cloth} | {f for f, _ in b.cloth}
    of = lambda piece, fabric: unary_union([p for f, p in piece.cloth if f == fabric])
    front = sum(of(a, f).symmetric_difference(of(b, f)).area for f in fabrics)
    return front, unary_union(a.folds).symmetric_difference(unary_union(b.folds)).area


def polygon(flat):
    return Polygon(list(zip(flat[::2], flat[1::2])))


def main():
    out = {}
    for name, job in json.load(sys.stdin).items():
        table = Table()
        try:
            for n, line in enumerate(job["sheet"]["lines"], 1):
                try:
                    table.follow(line)
                except Misread as e:
                    raise Misread(f"line {n}, {line['says']} {e}") from None
            want = Piece([(p["fabric"], polygon(p["points"])) for p in job["patches"]], [polygon(p) for p in job["bands"]])
            w, h = table.last.size()
            s = job["seam"]
            top = table.last.kept(box(s, s, w - s, h - s)).home()
            front, back = differ(top, want)
            out[name] = {"front": front, "back": back, "size": top.size(), "piles": {k: v[0] for k, v in table.piles.items()}, "wrong": ""}
        except Misread as e:
            out[name] = {"front": 0, "back": 0, "size": [0, 0], "piles": {}, "wrong": str(e)}
    print(json.dumps(out))


main()
