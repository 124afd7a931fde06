"""A second pair of hands: sews a quilt from its sheet of instructions (docs/sheet.md), and from nothing else.

It begins with rectangles of cloth. Everything is in inches; x runs to the right, y runs down, a piece lies right side up. A piece is
its cloth (fabric, where its print points, and polygon) and its folds: where allowances lie on the back. A pile is how many there are of one kind of piece.
"""
import json, math, sys
from shapely.geometry import LineString, Point, Polygon, box
from shapely.affinity import affine_transform
from shapely.ops import unary_union

TURN = {0: (1, 0, 0, 1), 90: (0, -1, 1, 0), 180: (-1, 0, 0, -1), 270: (0, 1, -1, 0)}  # clockwise, as y runs down
HAIR = 0.002
MARK = 0.25 + HAIR  # the coarsest mark of a ruler: what is cut at the next one is longer by less
POINT = 0.05  # square inches: the point of one allowance, that may lie folded either way


class Misread(Exception):
    """A line that cannot be followed."""


def meet(p, window):
    """What of a polygon lies in another one; slivers without area are nothing."""
    b, w = p.bounds, window.bounds
    if b and b[0] >= w[0] and b[1] >= w[1] and b[2] <= w[2] and b[3] <= w[3] and window.area > 0.999 * (w[2] - w[0]) * (w[3] - w[1]):
        return p
    q = (p if p.is_valid else p.buffer(0)).intersection(window)
    if q.geom_type == "GeometryCollection":
        q = unary_union([part for part in q.geoms if part.area > 1e-9])
    return q


def after(m, n):
    """One map, and then another."""
    a, b, d, e, x, y = m
    p, q, r, t, u, v = n
    return [p * a + q * d, p * b + q * e, r * a + t * d, r * b + t * e, p * x + q * y + u, r * x + t * y + v]


HERE = [1, 0, 0, 1, 0, 0]


def pointed(f, m):
    """A fabric, and where the top of its print points once a map is done to it: in degrees, clockwise; none where it does not matter, or nobody knows."""
    fabric, up = f
    if up is None:
        return f
    a = math.radians(up)
    x, y = math.sin(a), -math.cos(a)
    return fabric, round(math.degrees(math.atan2(m[0] * x + m[1] * y, -m[2] * x - m[3] * y)) / 45) * 45 % 360


class Piece:
    def __init__(self, cloth, folds=(), closed=None):
        self.raw, self.map = (list(cloth), list(folds)), HERE  # where it lies now, once it is looked at
        self.joints = []  # the middles of seams sewn in the line that is being followed
        self.closed = closed  # of a tube, laid flat: the allowance and the pressing of the seam that closes it
        self.box = None

    def lying(self):
        if self.map is not HERE:
            cloth, folds = self.raw
            self.raw = [(pointed(f, self.map), affine_transform(p, self.map)) for f, p in cloth], [affine_transform(p, self.map) for p in folds]
            self.map = HERE
        return self.raw

    @property
    def cloth(self):
        return self.lying()[0]

    @property
    def folds(self):
        return self.lying()[1]

    def moved(self, m):
        piece = Piece((), (), self.closed)
        piece.raw, piece.map = self.raw, after(self.map, m)
        piece.joints = [affine_transform(p, m) for p in self.joints]
        if m[1] == m[2] == 0 or m[0] == m[3] == 0:  # edges stay level and upright
            x0, y0, x1, y1 = self.bounds()
            xs, ys = zip(*[(m[0] * x + m[1] * y + m[4], m[2] * x + m[3] * y + m[5]) for x, y in ((x0, y0), (x1, y1))])
            piece.box = min(xs), min(ys), max(xs), max(ys)
        return piece

    def bounds(self):
        if self.box is None:
            all = [p.bounds for _, p in self.cloth if not p.is_empty]
            self.box = min(b[0] for b in all), min(b[1] for b in all), max(b[2] for b in all), max(b[3] for b in all)
        return self.box

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
        cloth = [(f, meet(p, window)) for f, p in self.cloth]
        folds = [meet(p, window) for p in self.folds]
        piece = Piece([(f, p) for f, p in cloth if p.area > 1e-9], [p for p in folds if p.area > 1e-9], self.closed)
        piece.joints = self.joints
        return piece


def triangle(piece):
    w, h = piece.size()
    return len(piece.cloth) == 1 and area(piece) < 0.55 * w * h


def legged(piece, right, long):
    """A triangle that is sewn by a short edge: its right angle even with the end of what it is sewn to, its tip trimmed even with the other."""
    w, h = piece.size()
    if h < long - HAIR:
        raise Misread("a triangle is too small")
    x = w - 0.1 if right else 0.0
    high = lambda y: piece.kept(box(0, y, w, y + 0.1)).size()[0]
    top = high(0) > high(h - 0.1)
    return piece.kept(box(0, 0, w, long) if top else box(0, h - long, w, h)).home()


def cornered(quilt, right, long):
    """The outermost straight edge of a quilt, tips that stand out beyond it trimmed: the quilt, and where the middle of that edge is."""
    edges = []
    for _, p in quilt.cloth:
        ring = list(p.exterior.coords)
        for (x0, y0), (x1, y1) in zip(ring, ring[1:]):
            if abs(x0 - x1) < HAIR and abs(y0 - y1) > 0.02:
                edges.append((x0, min(y0, y1), max(y0, y1)))
    best = None
    for x in sorted({round(e[0], 2) for e in edges}, reverse=right):
        at = [e for e in edges if abs(e[0] - x) < 0.02]
        if sum(b - a for _, a, b in at) > long / 2:
            best = at
            break
    x, low, high = best[0][0], min(e[1] for e in best), max(e[2] for e in best)
    x0, y0, x1, y1 = quilt.bounds()
    return quilt.kept(box(x0, y0, x, y1) if right else box(x, y0, x1, y1)), (low + high) / 2 - y0


def matched(lower, upper, seam):
    """Layers whose edges are not equally long, as they are laid: and how far the upper one is moved down; none where they are."""
    if seam.get("meets"):
        at = []
        for piece, right, n in ((lower, True, seam["meets"][0]), (upper, False, seam["meets"][1])):
            edge = max(p.x for p in piece.joints) if right else min(p.x for p in piece.joints)
            row = sorted(p.y for p in piece.joints if abs(p.x - edge) < 0.1)
            if len(row) < n:
                raise Misread(f"a row has {len(row)} seams, and number {n} is to meet another")
            at.append(row[n - 1] - piece.bounds()[1])
        return lower, upper, at[0] - at[1]
    for piece, other, right in ((lower, upper, True), (upper, lower, False)):
        if not triangle(piece):
            continue
        long, deep = piece.size()[1], piece.size()[0]
        if deep > long - HAIR:
            piece = legged(piece, right, other.size()[1])
            return (piece, other, None) if right else (other, piece, None)
        other, middle = cornered(other, not right, long)
        move = (long / 2 - middle) if right else (middle - long / 2)
        return (piece, other.home(), move) if right else (other.home(), piece, move)
    return lower, upper, None


def sewn(lower, upper, takes, press, move=None):
    """Both edges even at the guide on the right, sewn an allowance inside, opened, and the allowances folded to a side."""
    high, other = lower.size()[1], upper.size()[1]
    if move is not None:
        pass
    elif abs(high - other) > HAIR:
        raise Misread(f"edges of {high:.3f} and {other:.3f} are sewn to each other")
    x1, w = lower.bounds()[2], upper.size()[0]
    over = upper.page().moved([1, 0, 0, 1, x1 - w, move or 0])
    line = x1 - takes
    beyond, before = box(line, -1e4, 1e4, 1e4), box(-1e4, -1e4, line, 1e4)
    allowed = unary_union([meet(p, beyond) for _, p in lower.cloth + over.cloth])
    lower, over = lower.kept(before), over.kept(before)
    opened = over.moved([-1, 0, 0, 1, 2 * line, 0])
    back = affine_transform(allowed, [-1, 0, 0, 1, 2 * line, 0])
    fold = {"lower": [back], "upper": [allowed], "open": [back, allowed]}[press]
    made = Piece(lower.cloth + opened.cloth, lower.folds + opened.folds + fold)
    made.joints = lower.joints + opened.joints + ([Point(line, high / 2)] if move is None else [])
    return made.home()


def half(a, b, sign):
    """Everything on one side of the line from a to b: sign 1 for the right of it as one walks, as y runs down."""
    (x0, y0), (x1, y1) = a, b
    dx, dy = x1 - x0, y1 - y0
    long = (dx * dx + dy * dy) ** 0.5
    dx, dy = dx / long * 1e3, dy / long * 1e3
    nx, ny = -dy * sign, dx * sign
    return Polygon([(x0 - dx, y0 - dy), (x0 + dx, y0 + dy), (x0 + dx + nx, y0 + dy + ny), (x0 - dx + nx, y0 - dy + ny)])


def mirror(a, b):
    """The map that folds over the line from a to b."""
    (x0, y0), (x1, y1) = a, b
    dx, dy = x1 - x0, y1 - y0
    n = dx * dx + dy * dy
    c, s = (dx * dx - dy * dy) / n, 2 * dx * dy / n
    return [c, s, s, -c, x0 - c * x0 - s * y0, y0 - s * x0 + c * y0]


def area(piece):
    return sum(p.area for _, p in piece.cloth)


EIGHTH = 0.5 ** 0.5
EIGHTHS = dict(TURN)
EIGHTHS.update({45: (EIGHTH, -EIGHTH, EIGHTH, EIGHTH), 135: (-EIGHTH, -EIGHTH, EIGHTH, -EIGHTH),
                225: (-EIGHTH, EIGHTH, -EIGHTH, -EIGHTH), 315: (EIGHTH, EIGHTH, -EIGHTH, EIGHTH)})


class Stack:
    """What lies face down on something, and where it is sewn."""

    def __init__(self, lower, over, stitches):
        self.lower, self.over, self.stitches = lower, over, stitches

    def parts(self, knife):
        """Cut along lines: what lies on each side of them, with the stitches that hold it together."""
        regions = [box(-1e3, -1e3, 1e3, 1e3)]
        for cut in knife:
            regions = [r.intersection(half(cut["from"], cut["to"], sign)) for r in regions for sign in (1, -1)]
        for region in regions:
            if region.area < 1e-6:
                continue
            lower, over = self.lower.kept(region), [o.kept(region) for o in self.over]
            if area(lower) < 1e-6:
                continue
            yield Stack(lower, [o for o in over if area(o) > 1e-6], [s for s in self.stitches if runs(s, region)])

    def opened(self):
        """Every piece on top is opened over the stitches that hold it."""
        lower, up, folds, free = self.lower, [], [], list(self.over)
        for s in self.stitches:
            a, b = s["from"], s["to"]
            held = [o for o in free if runs(s, unary_union([p for _, p in o.cloth]).buffer(1e-6))]
            if not held:
                raise Misread("stitches that hold nothing")
            free = [o for o in free if all(o is not h for h in held)]
            body = max((1, -1), key=lambda sign: area(lower.kept(half(a, b, sign))))
            beyond, fold = half(a, b, -body), mirror(a, b)
            allowed = unary_union([meet(p, beyond) for piece in [lower, *held] for _, p in piece.cloth])
            lower = lower.kept(half(a, b, body))
            up += [o.kept(half(a, b, body)).moved(fold) for o in held]
            back = affine_transform(allowed, fold)
            folds += {"lower": [back], "upper": [allowed], "open": [back, allowed]}[s["press"]]
        if free:
            raise Misread("something on top is not sewn to anything")
        return Piece(lower.cloth + [c for o in up for c in o.cloth], lower.folds + [f for o in up for f in o.folds] + folds)


def runs(stitch, region):
    """Whether a line of stitches runs through a region, and not only through a corner of it."""
    line = LineString([stitch["from"], stitch["to"]])
    return line.intersection(region).length > 0.3 * min(line.length, region.intersection(line.buffer(0.5)).length)


def sides(piece):
    """Which fabrics each edge shows: above, right, below, left; from the left and from above."""
    w, h = piece.size()
    out = []
    for a, b in (((0, HAIR), (w, HAIR)), ((w - HAIR, 0), (w - HAIR, h)), ((0, h - HAIR), (w, h - HAIR)), ((HAIR, 0), (HAIR, h))):
        line, along = LineString([a, b]), []
        for fabric, p in piece.cloth:
            part = line.intersection(p)
            if part.length > 0.02:
                along.append((LineString([a, part.centroid]).length if part.centroid.distance(Point(a)) > 0 else 0, fabric[0]))
        along.sort()
        out.append([f for i, (_, f) in enumerate(along) if i == 0 or along[i - 1][1] != f])
    return out


class Table:
    def __init__(self, sheet, measured, told):
        self.told = told  # how long a seam is said to be
        self.piles, self.run, self.seam = {}, {}, sheet["seam"]
        self.prints = {f["id"]: {"one way": 360, "two way": 180}[f["lies"]] for f in sheet["fabrics"] if f.get("lies")}
        self.measured = measured  # what came out otherwise than planned, and how wide and high; 0 where it did not
        self.mixed = set()  # piles that are not sorted by kinds
        self.lined = set()  # piles that have a line on the back
        self.way = None  # what is under way
        self.bound = 0  # how much of the binding is left
        self.strips = {}  # how many were cut of each print
        self.lengths, self.edges, self.ends = {}, {}, []  # cloth that is left of each fabric, its edge, and ends of strips
        self.shelves = []  # lengths of cloth that lie on the shelf
        self.last, self.topped = None, False  # the quilt, as far as it is put together
        self.squared = {}  # how many of a pile are squared up already
        self.rows = {}  # of a web: what of each row is under way, as it lies in the quilt

    def put(self, step, n, piece, kinds=1):
        """What goes onto a pile is like what lies there; of several kinds it only looks alike, and the first is taken for all of them."""
        if step in self.measured:  # it came out otherwise than planned
            (w, h), (wide, high) = piece.size(), self.measured[step]
            piece = piece.moved([(wide or w) / w, 0, 0, (high or h) / h, 0, 0])
        if kinds > 1:
            self.mixed.add(step)
        if step in self.piles:
            had, like = self.piles[step]
            front, back = differ(like, piece)
            if front > 0.01 or back > POINT and kinds == 1:
                raise Misread(f"{step}: what is put on this pile is not what lies there, {front:.3f} of cloth and {back:.3f} of folds")
            if self.prints:
                ways = self.ways(piece, like)
                like.raw = [((f[0], f[1] if f[1] is not None and way == f[1] % self.prints[f[0]] else None), p) for (f, p), way in zip(like.cloth, ways)], like.folds
            self.piles[step][0] = had + n
            return
        self.piles[step] = [n, piece]

    def ways(self, piece, like):
        """Where the print of a piece points at every patch of another one that looks like it."""
        there = [(f[1] if f[1] is None else f[1] % self.prints[f[0]], p) for f, p in piece.cloth]
        out = []
        for _, p in like.cloth:
            at = p.representative_point()
            out.append(next((up for up, q in there if up is not None and q.contains(at)), None))
        return out

    def new(self, fabric, w, h):
        """A patch of cloth as it is cut: the top of its print points up."""
        return Piece([((fabric, 0 if fabric in self.prints else None), box(0, 0, w, h))])

    def take(self, step, n=1):
        if step not in self.piles or self.piles[step][0] < n:
            raise Misread(f"{n} are taken from {step}, and there are {self.piles.get(step, [0])[0]}")
        self.piles[step][0] -= n
        if step in self.squared:
            self.squared[step] = min(self.squared[step], self.piles[step][0])
        return self.piles[step][1]

    def follow(self, line):
        """What a line asks for is the method of its name."""
        getattr(self, {"take": "take_"}.get(line["do"], line["do"]).replace(" ", "_"))(line)

    def changed(self, names):
        """The quilt is planned anew: piles are called otherwise."""
        piles, self.piles = self.piles, {}
        for step, (n, piece) in piles.items():
            if n or step in self.run:
                self.put(names.get(step, step), n, piece)
        self.run = {names.get(step, step): long for step, long in self.run.items()}
        self.squared = {names.get(step, step): n for step, n in self.squared.items()}
        for end in self.ends:
            end[4] = names.get(end[4], end[4])

    def words(self, line):
        """Told in words alone: nothing is done."""

    def cloth(self, line):
        self.lengths[line["fabric"]] = list(line.get("longs") or [line["long"]])

    def shelf(self, line):
        """A length of cloth on the shelf: how much of it is left, which strips it still gives, and how many it gave."""
        self.shelves.append([line["fabric"], line["long"], {c["wide"]: c["n"] for c in line["cuts"]}, 0, line.get("left", 0)])

    def clean(self, line):
        self.edges[line["fabric"]] = [line.get("wide", 0), line.get("every", 0)]

    def take_(self, line):
        self.put(line["step"], line["times"], self.new(line["fabric"], line["long"], line.get("to", line["wide"])))

    def cut_strips(self, line):
        fabric, wide, lost = line["fabric"], line["wide"], line.get("lost", 0)
        begun = set()  # what some of them were cut of already
        prints = line.get("prints") or [line["times"]]

        def takes(source, n):
            first, source = source not in begun, begun.add(source)
            every = self.edges[fabric][1]
            return wide + self.cleaned(fabric, n) + (lost if first or n == 0 or every and n % every == 0 else 0)

        def off(k):
            """A strip is cut off the cloth of a print."""
            if fabric not in self.lengths:
                raise Misread(f"there is no {fabric} to cut")
            cut = self.strips.setdefault(fabric, [0] * len(self.lengths[fabric]))
            self.lengths[fabric][k] -= takes(k, cut[k])
            cut[k] += 1
            if self.lengths[fabric][k] < -HAIR:
                raise Misread(f"{fabric} is too short")

        for _ in range(line["times"] - (sum(prints) if line.get("prints") else 0)):
            for i, one in enumerate(self.shelves):
                if one[0] == fabric and one[2].get(wide, 0) > 0:
                    one[1] -= takes(("shelf", i), one[3])
                    one[2][wide] -= 1
                    one[3] += 1
                    if one[1] < -HAIR:
                        raise Misread(f"a length of {fabric} on the shelf is too short")
                    break
            else:
                if line.get("prints"):
                    raise Misread(f"{line['times']} strips are not {prints}, and no length on the shelf gives more")
                off(0)
        for k, n in enumerate(line.get("prints") or []):
            for _ in range(n):
                off(k)
        self.put(line["step"], line["times"], self.new(line["fabric"], line["long"], line.get("to", wide)))

    def cleaned(self, fabric, n):
        """What comes off an edge before a strip, once n are cut."""
        wide, every = self.edges[fabric]
        return wide if n == 0 or every and n % every == 0 else 0

    def cut_across(self, line):
        """From the left end: each reading is from the end that was cleaned last."""
        whole = self.rest(line) if line.get("rest") else self.take(line["of"], line["times"])
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
        self.ends.append([high, long - at, line["times"], whole.cloth[0][0][0], line["of"], whole.kept(box(at, -1, long, high + 1)).home() if long - at > HAIR else None])

    def rest(self, line):
        """What is left of strips or sets that were begun, so long, with a square end."""
        wanted, piece = line["times"], None
        for end in self.ends:
            if end[4] == line["of"] and abs(end[1] - line["rest"]) < HAIR:
                taken = min(wanted, end[2])
                wanted, end[2] = wanted - taken, end[2] - taken
                piece = end[5] if taken else piece
        if wanted:
            raise Misread(f"{wanted} that are {line['rest']} long are not left of {line['of']}")
        return piece

    def cut_pieces(self, line):
        size = sorted((round(line["wide"], 3), round(line["long"], 3)))
        if line.get("end"):
            wanted = line["times"]
            for end in self.ends:
                if end[3] == line["fabric"] and sorted(round(x, 3) for x in end[:2]) == size:
                    taken = min(wanted, end[2])
                    wanted, end[2] = wanted - taken, end[2] - taken
            if wanted:
                raise Misread(f"{wanted} ends of {size} are not there")
        for c in line["cuts"]:
            self.put(c["step"], c["n"] * line["times"], self.new(line["fabric"], c["wide"], c["high"]))
        if not comes_out(line):
            raise Misread("that does not come out of the piece")

    def end_to_end(self, line):
        if line["of"] not in self.piles:
            raise Misread(f"there are no {line['of']}")
        n, strip = self.piles[line["of"]]
        long, wide = strip.size()
        self.take(line["of"], n)
        seam, had = wide if line.get("mitred") else 2 * self.seam, self.run.get(line["of"], 0)
        self.run[line["of"]] = had + n * (long - seam) + (seam if n and not had else 0)  # one more seam where some are sewn already
        if line.get("long"):
            self.put(line["step"], line["times"], self.length(line["of"], line["long"], line["times"]))

    def bind(self, line):
        """Round the edge of the quilted quilt, at which the allowances end."""
        w, h = self.last.size()
        long = self.run.get(line["of"]) or self.piles[line["of"]][1].size()[0]
        self.bound = long - 2 * (w + h - 4 * self.seam)
        if self.bound < 0:
            raise Misread(f"the binding is {-self.bound:.3f} too short")

    def length(self, step, long, n=1):
        """So much is cut of strips that were sewn end to end; the seams between them are not looked at."""
        if step not in self.run or self.run[step] < n * long - HAIR:
            raise Misread(f"{step}: {self.run.get(step, 0):.3f} are left, and {n} of {long:.3f} are cut of it")
        self.run[step] -= n * long
        piece = self.piles[step][1]
        return Piece([(piece.cloth[0][0], box(0, 0, long, piece.size()[1]))])

    def half(self, square, turn, right):
        """Of a square that stands on its corner, cut from top to bottom: the half whose long edge is at the guide."""
        square = square.moved([*EIGHTHS[turn], 0, 0]).home()
        w, h = square.size()
        return square.kept(box(0, 0, w / 2, h) if right else box(w / 2, 0, w, h)).home()

    def layer(self, layer, times, right):
        if layer.get("half"):
            if layer["half"] not in (self.pair or {}):
                raise Misread(f"no half of {layer['half']} lies there")
            return self.half(self.pair[layer["half"]], layer["turn"], right)
        if layer.get("row"):
            if layer["row"] not in self.rows:
                raise Misread(f"of row {layer['row']} nothing is under way")
            return self.rows[layer["row"]].turned(layer.get("turn", 0))
        if layer.get("sewn"):
            if layer["sewn"] > len(self.gave):
                raise Misread(f"seam {layer['sewn']} is not sewn yet")
            return self.gave[layer["sewn"] - 1].turned(layer.get("turn", 0))
        if not layer.get("of"):
            if self.way is None:
                raise Misread("nothing is under way")
            return self.way.turned(layer.get("turn", 0))
        if layer.get("strip"):
            if layer.get("long"):
                return self.length(layer["of"], layer["long"], times).turned(layer.get("turn", 0))
            return None  # cut once the edge is known
        return self.take(layer["of"], times).turned(layer.get("turn", 0))

    def strip(self, layer, edge):
        return self.length(layer["of"], edge).turned(layer.get("turn", 0))

    def left(self):
        """What is left of cloth there must be, and, of lengths on the shelf, beyond what is told to be left."""
        told = {f"{f} on the shelf, {i + 1}": long - left if not any(strips.values()) else 99 for i, (f, long, strips, _, left) in enumerate(self.shelves)}
        return {**{f"{f}, {k + 1}": long for f, of in self.lengths.items() for k, long in enumerate(of)}, **told}

    def middle(self, step):
        """The middle of the quilt, before its borders, may have come out otherwise than planned."""
        if step in self.measured:
            (w, h), (wide, high) = self.last.size(), self.measured[step]
            self.last = self.last.moved([wide / w, 0, 0, high / h, 0, 0]).home()

    def mark(self, line):
        self.lined.add(line["step"])
        self.put(line["step"], line["times"], self.take(line["of"], line["times"]).turned(line.get("turn", 0)))

    def square(self, line):
        """All that lie there are trimmed as much off opposite sides, or found to be so large."""
        n, piece = self.piles[line["of"]]
        n -= self.squared.get(line["of"], 0)
        if n != line["times"]:
            raise Misread(f"{line['times']} of {line['of']} are squared up, and {n} lie there")
        self.squared[line["of"]] = self.piles[line["of"]][0]
        (w, h), (wide, high) = piece.size(), line["trims"]
        if w < wide - HAIR or h < high - HAIR:
            raise Misread(f"{w:.3f} by {h:.3f} is squared up to {wide} by {high}")
        self.piles[line["of"]][1] = piece.kept(box((w - wide) / 2, (h - high) / 2, (w + wide) / 2, (h + high) / 2)).home()

    def stand_in(self, line):
        """What is left over elsewhere looks as what it stands in for; it may be pressed another way."""
        self.put(line["step"], line["times"], self.take(line["of"], line["times"]).turned(line.get("turn", 0)), 2)

    def close(self, line):
        tube, seam = self.take(line["of"], line["times"]), line["seams"][0]
        self.put(line["step"], line["times"], Piece(tube.cloth, tube.folds, (seam["takes"], seam["press"])))

    def open(self, line):
        ring = opened(self.take(line["of"], line["times"]), line["strip"], line.get("above", 0))
        w, h = ring.size()
        off = line.get("off", 0)
        self.put(line["step"], line["times"], ring.kept(box(0, off, w, h - off)).home())

    def slice(self, line):
        whole = self.take(line["of"], line["times"])
        w, h = whole.size()
        xs, ys = [0, *line.get("upright", []), w], [0, *line.get("level", []), h]
        for r, row in enumerate(line["places"]):
            for c, place in enumerate(row):
                part = whole.kept(box(xs[c], ys[r], xs[c + 1], ys[r + 1])).home()
                self.put(place["step"], line["times"], part.turned(-place.get("turn", 0)), 2 if line["of"] in self.mixed else place.get("kinds", 1))

    def halve(self, line):
        """A half lies with its long edge below, a quarter with its right angle above on the left."""
        square = self.take(line["of"], line["times"])
        if line.get("and"):
            self.piles[line["step"]] = [line["times"], {line["of"]: square, line["and"]: self.take(line["and"], line["times"])}]
            return
        give = line["gives"][0]
        side = square.size()[0]
        long = side / EIGHTH
        points = {2: [(0, long / 2), (long, long / 2), (long / 2, 0)], 4: [(0, 0), (long / 2, 0), (0, long / 2)]}[give["n"]]
        self.put(give["step"], give["n"] * line["times"], Piece([((square.cloth[0][0][0], None), Polygon(points))]))  # every part points another way

    def onto(self, line):
        piece = self.take(line["of"], line["times"]).turned(line.get("turn", 0))
        xa, ya, xb, yb = piece.bounds()
        xm, ym, s = (xa + xb) / 2, (ya + yb) / 2, self.seam
        for side in line["sides"]:
            inside = side.get("in", 0)
            x0, y0, x1, y1 = xa + inside, ya + inside, xb - inside, yb - inside
            half = self.take(side["of"], line["times"])
            deep = half.size()[1]  # half of its long edge, and how far its corner is from that
            points, stitch = {
                "left": ([(x0, ym - deep), (x0, ym + deep), (x0 + deep, ym)], ((x0 + s, ym - deep), (x0 + s, ym + deep))),
                "right": ([(x1, ym - deep), (x1, ym + deep), (x1 - deep, ym)], ((x1 - s, ym - deep), (x1 - s, ym + deep))),
                "top": ([(xm - deep, y0), (xm + deep, y0), (xm, y0 + deep)], ((xm - deep, y0 + s), (xm + deep, y0 + s))),
                "bottom": ([(xm - deep, y1), (xm + deep, y1), (xm, y1 - deep)], ((xm - deep, y1 - s), (xm + deep, y1 - s))),
            }[side["side"]]
            triangle = Piece([(half.cloth[0][0], Polygon(points))])
            piece = self.long(line, Stack(piece, [triangle], [{"from": stitch[0], "to": stitch[1], "press": side["press"]}])).opened()
        self.put(line["step"], line["times"], piece.home())

    def trim(self, line):
        piece = self.take(line["of"], line["times"]) if line.get("of") else self.last
        for give in line["gives"]:
            p = piece.moved([*EIGHTHS[give.get("turn", 0)], 0, 0]).home()
            w, h = p.size()
            if give["step"] in self.measured:
                p = p.moved([max(1, give["wide"] / w), 0, 0, max(1, give["high"] / h), 0, 0])
                w, h = p.size()
            x, y = (w - give["wide"]) / 2, (h - give["high"]) / 2
            p = p.kept(box(x, y, x + give["wide"], y + give["high"])).home()
            if not line.get("of"):
                if abs(area(p) - give["wide"] * give["high"]) > 0.05:
                    raise Misread(f"trimmed to {give['wide']} by {give['high']} it has {area(p)} square inches of cloth")
                self.last, self.topped = p, True
                self.middle("trimmed")
                continue
            if abs(area(p) - give["wide"] * give["high"]) > 0.01 or sides(p) != give["sides"]:
                raise Misread(f"trimmed it shows {sides(p)}, {p.size()}")
            self.put(give["step"], line["times"] * give["n"], p)

    def stack(self, line):
        if line["of"] in self.lined:
            raise Misread(f"the line on {line['of']} faces the machine: nobody sees where to sew")
        lower = self.take(line["of"], line["times"]).turned(line.get("turn", 0))
        over = []
        for o in line["over"]:
            piece = self.take(o["of"], line["times"]).turned(o.get("turn", 0)).page()
            over.append(piece.moved([1, 0, 0, 1, o["left"], o["top"]]))
        return self.long(line, Stack(lower, over, line["stitches"]))

    def long(self, line, *stacks):
        """The longest line of stitches that goes through both layers is as long as is told."""
        told = self.told.get(line.get("step"))
        inside = lambda stack, s: LineString([s["from"], s["to"]]).intersection(unary_union([p for _, p in stack.lower.cloth])).intersection(unary_union([p for o in stack.over for _, p in o.cloth])).length
        sewn = max(inside(stack, s) for stack in stacks for s in stack.stitches)
        if told and abs(told - sewn) > 0.02:
            raise Misread(f"{sewn:.3f} are sewn, and {told:.3f} are told")
        return stacks[0]

    def lay(self, line):
        n, _ = self.piles.get(line["step"], [0, None])
        self.piles[line["step"]] = [n + line["times"], self.stack(line)]

    def lay_and_part(self, line):
        self.apart(line, self.stack(line))

    def part(self, line):
        self.apart(line, self.take(line["of"], line["times"]))

    def apart(self, line, stack):
        fallen = stack if isinstance(stack, list) else [s.opened() for s in stack.parts(line["knife"]) if s.stitches]
        wanted = {g["step"]: g["n"] for g in line["gives"]}
        for piece in fallen:
            found = [(g, p) for g in line["gives"] for p in trimmed(piece, g, self.measured.get(g["step"]))]
            if not found:
                raise Misread(f"what falls out is none of {line['gives']}: its edges show {[sides(piece.moved([*m, 0, 0]).home()) for m in EIGHTHS.values()]}, {piece.size()}")
            g, p = next(((g, p) for g, p in found if wanted[g["step"]] > 0), found[0])
            wanted[g["step"]] -= 1
            self.put(g["step"], line["times"], p, g.get("kinds", 1))
        if any(wanted.values()):
            raise Misread(f"there fell out {len(fallen)} pieces, and of each list are missing {wanted}")

    def sew(self, line):
        one = 1 if line.get("each") else line["times"]
        self.way = self.last if line.get("each") else None
        self.gave = []  # of this line, seam by seam
        self.pair = self.take(line["of"], one) if line.get("of") else None
        for seam in line["seams"]:
            lower, upper = self.layer(seam["lower"], one, True), self.layer(seam["upper"], one, False)
            if lower is None:
                lower = self.strip(seam["lower"], upper.size()[1])
            if upper is None:
                upper = self.strip(seam["upper"], lower.size()[1])
            if not seam.get("meets"):
                for piece, layer in ((lower, seam["lower"]), (upper, seam["upper"])):
                    if layer.get("of"):
                        piece.joints = []
            lower, upper, move = matched(lower, upper, seam)
            self.way = sewn(lower, upper, seam["takes"], seam["press"], move)
            self.gave.append(self.way)
            if seam.get("row"):
                self.rows[seam["row"]] = self.way.turned(seam.get("after", 0))
        if self.pair or self.rows and line["seams"][0].get("row"):
            if self.pair:
                self.piles[line["step"]] = [line["times"], self.gave]
            return
        made = self.way.turned(line.get("after", 0))
        if line.get("trims"):
            (w, h), (wide, high) = made.size(), line["trims"]
            if w < wide - HAIR or h < high - HAIR:
                raise Misread(f"{w:.3f} by {h:.3f} is trimmed to {wide} by {high}")
            made = made.kept(box((w - wide) / 2, (h - high) / 2, (w + wide) / 2, (h + high) / 2)).home()
        if line.get("each"):
            self.last, self.topped = made, True
            if line.get("step") == "rows":
                self.middle("rows")
        else:
            self.put(line["step"], line["times"], made)
            if not self.topped:
                self.last = made


def comes_out(line):
    """Whether so many of patches come out of a piece: of one kind in even rows, of several as the line says."""
    sides = line["wide"], line["long"]
    if not line.get("rows"):
        [one] = line["cuts"]
        fit = lambda w, h, a, b: int((w + HAIR) / a) * int((h + HAIR) / b)
        return max(fit(*sides, one["wide"], one["high"]), fit(*sides, one["high"], one["wide"])) >= one["n"]
    size, left = {c["step"]: (c["wide"], c["high"]) for c in line["cuts"]}, {c["step"]: c["n"] for c in line["cuts"]}
    long = line["rows"][0]["long"]
    other = sides[1] if abs(long - sides[0]) < HAIR else sides[0]
    if min(abs(long - side) for side in sides) > HAIR or sum(row["high"] for row in line["rows"]) > other + HAIR:
        return False
    for row in line["rows"]:
        if row["long"] != long or sum(c["n"] * c["wide"] for c in row["cuts"]) > long + HAIR:
            return False
        for c in row["cuts"]:
            left[c["step"]] -= c["n"]
            if not any(a < c["wide"] + HAIR and b < row["high"] + HAIR for a, b in (size[c["step"]], size[c["step"]][::-1])):
                return False
    return not any(left.values())


def laid(part, cut):
    """How a patch of cloth lies in its pile; what is sewn lies as it was cut."""
    if not cut.get("wide"):
        return part
    more = MARK if cut.get("trim") else HAIR  # what was cut at the next mark up is trimmed, where that is told
    for p in (part, part.turned(90)):
        w, h = p.size()
        if -HAIR < w - cut["wide"] < more and -HAIR < h - cut["high"] < more:
            return p.kept(box(0, 0, cut["wide"], cut["high"]))
    raise Misread(f"a patch is cut {w:.3f} by {h:.3f}, and is to lie {cut['wide']} by {cut['high']}")


def opened(ring, strip, above):
    """A ring as it lies once it is unpicked above a strip, or cut so far above the seam below it."""
    takes, press = ring.closed
    w, h = ring.size()
    round = h - 2 * takes
    whole = ring.kept(box(0, takes, w, h - takes)).moved([1, 0, 0, 1, 0, -takes])
    whole.closed = None
    whole.cloth.sort(key=lambda c: c[1].centroid.y)
    closing = {"lower": [box(0, round - takes, w, round)], "upper": [box(0, 0, w, takes)], "open": [box(0, round - takes, w, round), box(0, 0, w, takes)]}[press]
    folds = whole.folds + closing
    y0, y1 = whole.cloth[strip - 1][1].bounds[1::2]
    at = y1 - above if above else y0
    if not above:  # both allowances of that seam lie flat again
        at_seam = lambda y: min(abs(y - at), abs(abs(y - at) - round)) < HAIR
        folds = [f for f in folds if not at_seam(f.bounds[1]) and not at_seam(f.bounds[3])]
    twice = whole.cloth + Piece(whole.cloth).moved([1, 0, 0, 1, 0, round]).cloth
    folds = folds + [affine_transform(f, [1, 0, 0, 1, 0, round]) for f in folds]
    flat = Piece(twice, folds).kept(box(0, at, w, at + round)).moved([1, 0, 0, 1, 0, -at])
    if above:
        return flat
    flat.cloth.sort(key=lambda c: c[1].centroid.y)
    ends = [(flat.cloth[0][0], box(0, -takes, w, 0)), (flat.cloth[-1][0], box(0, round, w, round + takes))]
    return Piece(flat.cloth + ends, flat.folds).home()


def trimmed(piece, give, measured):
    """A piece turned so that its edges show what they should, and trimmed to size."""
    for m in EIGHTHS.values():
        p = piece.moved([*m, 0, 0]).home()
        w, h = p.size()
        if measured:
            if w > 1.3 * give["wide"] or h > 1.3 * give["high"]:  # it stands on a corner
                continue
            p = p.moved([max(1, give["wide"] / w), 0, 0, max(1, give["high"] / h), 0, 0])
            w, h = p.size()
        if w < give["wide"] - HAIR or h < give["high"] - HAIR:
            continue
        if give.get("raw"):
            if abs(w - give["wide"]) < HAIR and abs(h - give["high"]) < HAIR and sides(p) == give["sides"]:
                yield p
            continue
        x = (w - give["wide"]) / 2
        y = give["above"] if give.get("above") is not None else (h - give["high"]) / 2
        q = p.kept(box(x, y, x + give["wide"], y + give["high"])).home()
        if abs(area(q) - give["wide"] * give["high"]) < 0.01 and sides(q) == give["sides"]:
            yield q


def differ(a, b):
    """How much cloth, and how much of the folds, lies elsewhere, in square inches."""
    fabrics = {f for (f, _), _ in a.cloth} | {f for (f, _), _ in b.cloth}
    of = lambda piece, fabric: unary_union([p for (f, _), p in piece.cloth if f == fabric])
    front = sum(of(a, f).symmetric_difference(of(b, f)).area for f in fabrics)
    return front, unary_union(a.folds).symmetric_difference(unary_union(b.folds)).area


def crossing(folds, at, seams):
    """What two seams do that meet across a third one, by where their allowances lie: nests, clashes or open; nothing where it is not so simple."""
    through, arms = [], []
    for x1, y1, x2, y2 in seams:
        a, b = (x1 - at[0], y1 - at[1]), (x2 - at[0], y2 - at[1])
        far, other = (a[0] ** 2 + a[1] ** 2) ** 0.5, (b[0] ** 2 + b[1] ** 2) ** 0.5
        long = ((x2 - x1) ** 2 + (y2 - y1) ** 2) ** 0.5
        if min(far, other) < 0.02:
            end = b if far < other else a
            arms.append((end[0] / max(far, other), end[1] / max(far, other), max(far, other)))
        elif far + other - long < 1e-4:
            through.append(((x2 - x1) / long, (y2 - y1) / long))
    if len(through) != 1 or len(arms) != 2:
        return None
    d = through[0]
    lies = []
    for x, y, long in sorted(arms, key=lambda a: d[0] * a[1] - d[1] * a[0]):
        sine = d[0] * y - d[1] * x
        out = 0.4 / abs(sine) if abs(sine) > 0.3 else 1e9
        if out + 0.3 > long:
            return None
        on = [side for side in (1, -1) if folds.intersects(Point(at[0] + x * out - side * y * 0.1, at[1] + y * out + side * x * 0.1))]
        lies.append((sine > 0, [(1 if (-y * d[0] + x * d[1]) * side > 0 else -1) for side in on]))
    if lies[0][0] == lies[1][0] or not lies[0][1] or not lies[1][1]:
        return None
    if len(lies[0][1]) == 2 or len(lies[1][1]) == 2:
        return "open"
    return "nests" if lies[0][1] != lies[1][1] else "clashes"


def polygon(flat):
    return Polygon(list(zip(flat[::2], flat[1::2])))


def near(seams, at):
    return [s for s in seams if min(s[0], s[2]) - 0.1 < at["x"] < max(s[0], s[2]) + 0.1 and min(s[1], s[3]) - 0.1 < at["y"] < max(s[1], s[3]) + 0.1]


def renamed(said, names):
    """What is said in a line, its piles called otherwise."""
    if isinstance(said, dict):
        return {k: names.get(v, v) if k in ("step", "of", "and", "half") else renamed(v, names) for k, v in said.items()}
    return [renamed(v, names) for v in said] if isinstance(said, list) else said


def main():
    out = {}
    for name, job in json.load(sys.stdin).items():
        table = Table(job["sheet"], job.get("measured") or {}, job.get("long") or {})
        try:
            stages, had = [], {}
            for n, line in enumerate(job["sheet"]["lines"], 1):
                if n == job.get("after", 0) + 1 and job.get("called"):
                    table.changed(job["called"])
                if n > job.get("after", 0) and job.get("now"):
                    line = renamed(line, job["now"])
                try:
                    table.follow(line)
                except Misread as e:
                    raise Misread(f"line {n}, {line['says']} {e}") from None
                has = {k: v[0] for k, v in table.piles.items()}
                stages.append({k: v for k, v in has.items() if had.get(k) != v})
                had = has
            # What is drawn later lies on top: the corner squares of a border.
            drawn = [((p["fabric"], p.get("up")), polygon(p["points"])) for p in job["patches"]]
            for i in range(job["borders"]):
                drawn[i] = (drawn[i][0], drawn[i][1].difference(unary_union([p for _, p in drawn[i + 1:job["borders"]]])))
            want = Piece(drawn, [polygon(p) for p in job["bands"]])
            w, h = table.last.size()
            s = job["sheet"]["seam"]
            top = table.last.kept(box(s, s, w - s, h - s)).home()
            front, back = differ(top, want)
            ways = [(is_, f[1] % table.prints[f[0]], p) for is_, (f, p) in zip(table.ways(top, want), want.cloth) if is_ is not None and f[1] is not None] if table.prints else []
            turned = [f"its print points to {is_}° at {p.centroid.x:.2f}, {p.centroid.y:.2f}, and should to {up}°" for is_, up, p in ways if is_ != up]
            folds = unary_union(top.folds)
            seen = [(c, crossing(folds, (c["x"], c["y"]), near(job["seams"], c))) for c in job["crosses"]]
            told = [(c, s) for c, s in seen if s]
            wrong = [f"at {c['x']}, {c['y']} it {s}, and is said to be {c['state']}" for c, s in told if s != c["state"]]
            out[name] = {"front": front, "back": back, "size": top.size(), "piles": {k: v[0] for k, v in table.piles.items()}, "wrong": "", "crosses": len(told), "clash": wrong[:5], "prints": len(ways), "turned": turned[:3], "either": {k: sorted({f for (f, up), p in v[1].cloth if f in table.prints and up is None and p.area > 0.01}) for k, v in table.piles.items() if isinstance(v[1], Piece)} if table.prints else {},
                         "stages": stages, "sizes": {k: v[1].size() for k, v in table.piles.items() if isinstance(v[1], Piece)}, "cloth": table.left(), "ends": [e[:3] for e in table.ends], "bound": table.bound, "backing": table.piles["backing/join"][1].size() if "backing/join" in table.piles else [0, 0]}
        except Misread as e:
            out[name] = {"front": 0, "back": 0, "size": [0, 0], "piles": {}, "wrong": str(e)}
    print(json.dumps(out))


main()
