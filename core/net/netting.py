"""What is still to be made of a quilt, by a second count: the net requirements of a bill of materials, worked out from
what happened, act by act, and from the plan, pulling from each thing up to what takes it.

Reads JSON cases from standard input, writes for each what there is of every thing and what is to go of it.
"""

import json
import math
import sys

TINY = 1e-6


def up(x):
    return math.ceil(x - TINY)


def opened(laid, made):
    """How many strips are begun when they are cut line by line; beyond what is laid out it begins anew."""
    n = 0
    for line in laid["lines"]:
        n += max([0] + [min(line["times"], -((made.get(i, 0) - before) // -per)) for i, per, before in line["gives"]])
    beyond = {i: made.get(i, 0) - n_all for i, n_all in laid["all"] if n_all > 0 and made.get(i, 0) > n_all}
    return n + (opened(laid, beyond) if beyond else 0)


class Piles:
    """What there is, act after act."""

    def __init__(self, case):
        self.case = case
        names = range(case["things"])
        self.made = dict.fromkeys(names, 0)
        self.aside = dict.fromkeys(names, 0)
        self.used = dict.fromkeys(names, 0)
        self.presumed = dict.fromkeys(names, 0)
        self.told = {}  # thing and step: made and set aside there
        self.begun = {}  # source and thing
        self.cut = {}  # source: thing: how many
        self.off = {}  # source: how long one is: what was cut off them
        self.opened = {}  # source: how many are begun by layouts
        self.runs = {}

    def hand(self, t):
        return self.made[t] + self.presumed[t] - self.aside[t] - self.used[t]

    def act(self, kind, n, r):
        t = r["thing"]
        told = self.told.setdefault((t, r["step"]), [0, 0, 0])
        if kind == "made":
            told[0] += n
            self.make(r, n)
        elif kind == "unpicked":
            told[0] -= n
            self.made[t] -= n
            for take in r["takes"]:
                if not take["laid"] and not take["at"] and take["per"] == 1:
                    self.used[take["of"]["thing"]] -= n * take["each"]
        elif kind == "aside":
            told[1] += n
            self.aside[t] += n
        elif kind == "recount":
            if told[0] + told[2] == self.made[t]:
                self.made[t] += self.presumed[t]
                told[0] += self.presumed[t]
                self.presumed[t] = 0
            more = n - (told[0] + told[2] - told[1])
            told[0] += more
            self.make(r, more)
        elif kind == "pile":
            if n > self.hand(t):
                self.presumed[t] += n - self.hand(t)
            else:
                self.aside[t] += self.hand(t) - n
        self.presume(r, max(0, -self.hand(t)))

    def make(self, r, n):
        self.take(r, n, self.made[r["thing"]])
        if r["falls"]:
            self.fall(r, n)
        else:
            self.made[r["thing"]] += n

    def fall(self, r, n):
        run = self.runs.setdefault(r["run"], {"told": {}, "made": {}, "begun": 0})
        told, made = run["told"], run["made"]
        mine = next(f for f in r["falls"] if f["step"] == r["step"])
        was = {f["step"]: made.get(f["step"], 0) for f in r["falls"]}
        waits = was[r["step"]] - told.get(r["step"], 0)
        told[r["step"]] = told.get(r["step"], 0) + n
        if r["piled"] and n > 0:
            n -= min(n, waits)
        now = dict(was)
        now[r["step"]] += n
        runs = -(now[r["step"]] // -mine["each"])
        for f in r["falls"]:
            if f is mine or f["apart"] or mine["apart"]:
                continue
            if n > 0:
                now[f["step"]] = max(now[f["step"]], runs * f["each"])
            else:
                now[f["step"]] = min(now[f["step"]], max(told.get(f["step"], 0), runs * f["each"]))
        for f in r["falls"]:
            self.made[f["thing"]] += now[f["step"]] - was[f["step"]]
            if f["thing"] != r["thing"]:
                self.presumed[f["thing"]] += max(0, -self.hand(f["thing"]))
            self.told.setdefault((f["thing"], f["step"]), [0, 0, 0])[2] = now[f["step"]] - told.get(f["step"], 0)
        run["made"] = now
        before = run["begun"]
        run["begun"] = max([0] + [-(now[f["step"]] // -f["each"]) for f in r["falls"]])
        self.ran(r, run["begun"] - before)

    def ran(self, r, runs):
        for take in r["takes"]:
            if take["run"]:
                self.use(take["of"], runs * take["each"])

    def cuts(self, take, n):
        stuff = take["of"]["stuff"]
        if take["wide"] and stuff:
            off = self.off.setdefault(take["of"]["thing"], {})
            off[stuff] = off.get(stuff, 0) + n * take["wide"]

    def by_length(self, of):
        off = self.off.get(of["thing"], {})
        if not of["one"] or not {k for k, wide in off.items() if wide} <= {of["stuff"]}:
            return 0
        return max(0, -(-sum(off.values()) // of["one"]))

    def take(self, r, n, before):
        t = r["thing"]
        for take in r["takes"]:
            of = take["of"]
            begun = max(self.opened.get(of["thing"], 0), self.by_length(of))
            self.cuts(take, n)
            if take["laid"]:
                cut = self.cut.setdefault(of["thing"], {})
                was = opened(take["laid"], cut)
                cut[t] = cut.get(t, 0) + n
                self.opened[of["thing"]] = self.opened.get(of["thing"], 0) + opened(take["laid"], cut) - was
                self.use(of, max(self.opened[of["thing"]], self.by_length(of)) - begun)
            elif take["run"] and r["falls"]:
                continue
            elif take["at"]:
                self.use(of, sum(before < i <= before + n for i in take["at"]) - sum(before + n < i <= before for i in take["at"]))
            elif take["per"] > 1:
                was = self.begun.get((of["thing"], t), 0)
                self.begun[of["thing"], t] = was + n / take["per"]
                self.use(of, (up(was + n / take["per"]) - up(was)) * take["each"])
            else:
                self.use(of, n * take["each"])

    def use(self, r, n):
        t = r["thing"]
        self.used[t] += n
        if n < 0:
            self.presume(r, -min(-n, self.presumed[t]))
        for other in r["else"] + ([] if r["ways"] else self.case["alike"][t]):
            some = min(-self.hand(t), self.hand(other))
            if some > 0:
                self.used[t] -= some
                self.used[other] += some
        self.presume(r, max(0, -self.hand(t)))

    def presume(self, r, n):
        if n == 0:
            return
        t = r["thing"]
        before = self.made[t] + self.presumed[t]
        if not r["falls"]:
            self.presumed[t] += n
            self.take(r, n, before)
            return
        each = next(f["each"] for f in r["falls"] if f["step"] == r["step"])
        runs = -(n // -each) if n > 0 else -(-n // each)
        for f in r["falls"]:
            if not f["apart"] or f["step"] == r["step"]:
                there = max(0, min(self.presumed[f["thing"]], self.hand(f["thing"])))
                self.presumed[f["thing"]] += max(runs * f["each"], -there)
        self.take(r, runs * each, before)
        self.ran(r, runs)


class Netting:
    """Pulls what is to go of a thing from what is to go of all that take it."""

    def __init__(self, plan, piles):
        self.steps, self.piles = plan["steps"], piles
        self.makers, self.takers = {}, {}
        for i, s in enumerate(self.steps):
            self.makers.setdefault(s["thing"], []).append(i)
        for i, s in enumerate(self.steps):
            for take in s["takes"]:
                self.takers.setdefault(take["of"]["thing"], []).append((i, take))
        self.lenders = {}
        for i, s in enumerate(self.steps):
            for other, count in s["also"]:
                self.lenders.setdefault(other, []).append((s["thing"], count))
        planned = Netting.__new__(Netting)
        planned.__dict__.update(self.__dict__)
        planned.piles = Piles(piles.case)
        planned.going = {i: s["make"] for i, s in enumerate(self.steps)}
        self.root = {}
        for t, makers in self.makers.items():
            wants = sum(self.steps[i]["make"] - self.steps[i]["spare"] + sum(c for _, c in self.steps[i]["also"]) for i in makers)
            lent = sum(c for _, c in self.lenders.get(t, []))
            self.root[t] = max(0, wants - planned.asked(t) - lent)
        self.going, self.lend, self.missing, self.spent = {}, {}, {}, {}

    def go(self, i):
        if i not in self.going:
            self.settle(self.steps[i]["thing"])
        return self.going[i]

    def asked(self, t):
        p, n = self.piles, 0
        runs, parts, laid = {}, {}, {}
        for i, take in self.takers.get(t, []):
            go = self.go(i) if hasattr(self, "missing") else self.going[i]
            s = self.steps[i]
            if take["laid"]:
                key = json.dumps(take["laid"])
                cut = laid.setdefault(key, {})
                cut[s["thing"]] = cut.get(s["thing"], 0) + go
            elif take["run"]:
                more = 0
                if s["falls"] and s["run"] in p.runs:
                    run = p.runs[s["run"]]
                    each = next(f["each"] for f in s["falls"] if f["step"] == s["step"])
                    more = max(0, run["begun"] * each - run["made"].get(s["step"], 0))
                runs[take["run"]] = max(runs.get(take["run"], 0), -(max(0, go - more) // -take["per"]) * take["each"])
            elif take["at"]:
                done = max(0, s["make"] - go)
                n += sum(done < at <= done + go for at in take["at"])
            elif take["per"] > 1:
                pieces, _ = parts.get(s["thing"], (0, take))
                parts[s["thing"]] = (pieces + go, take)
            else:
                n += go * take["each"]
        for thing, (pieces, take) in parts.items():
            was = p.begun.get((t, thing), 0)
            was = up(was) if p.presumed[t] > 0 else was
            n += (up(was + pieces / take["per"]) - up(was)) * take["each"]
        opens = 0
        for key, cut in laid.items():
            was = p.cut.get(t, {})
            both = {k: was.get(k, 0) + cut.get(k, 0) for k in {*was, *cut}}
            opens += opened(json.loads(key), both) - opened(json.loads(key), was)
        one, stuff = self.steps[self.makers[t][0]]["one"], self.steps[self.makers[t][0]]["stuff"]
        if one and laid and not p.presumed[t] and {k for k, wide in p.off.get(t, {}).items() if wide} <= {stuff}:
            wanted = sum(self.wide(t, thing) * n for cut in laid.values() for thing, n in cut.items())
            left = p.used[t] * one - sum(p.off.get(t, {}).values())
            opens = max(opens, -(min(0, max(0, left) - wanted) // one))
        return n + opens + sum(runs.values())

    def wide(self, t, thing):
        """How much of the length of a strip or set one of a thing takes."""
        return next(take["wide"] for i, take in self.takers[t] if self.steps[i]["thing"] == thing and take["laid"])

    def spoiled(self, t):
        """How many were set aside, in what is made of them too."""
        n = self.piles.aside[t]
        for up_t, makers in self.makers.items():
            for take in self.steps[makers[0]]["takes"]:
                if take["of"]["thing"] == t and not take["laid"] and not take["at"]:
                    n += self.spoiled(up_t) * take["each"] / take["per"]
        return n

    def settle(self, t):
        makers, p = self.makers[t], self.piles
        gross = self.asked(t) + self.root[t]
        for other, _ in self.lenders.get(t, []):
            self.settle(other) if other not in self.lend else None
            gross += self.lend[other].get(t, 0)
        net = 0
        if gross > 0:
            spare = sum(self.steps[i]["spare"] for i in makers)
            over = gross - p.hand(t)
            net = max(0, over, over + spare - up(self.spoiled(t)))
        for kind in [t] + self.steps[makers[0]]["else"]:  # what no step makes: pressed otherwise, or longer
            for other in p.case["alike"][kind]:
                if other not in self.makers:
                    some = max(0, min(net, self.spent.setdefault(other, p.hand(other))))
                    net -= some
                    self.spent[other] -= some
        self.lend[t] = {}
        for i in makers:
            for other, count in self.steps[i]["also"]:
                some = min(net, count)
                net -= some
                self.lend[t][other] = self.lend[t].get(other, 0) + some
        self.missing[t] = net
        self.share(t, net)

    def share(self, t, net):
        makers, rest = self.makers[t], net
        given = dict.fromkeys(makers, 0)
        runs = {self.steps[i]["together"] for i in makers}
        if len(makers) > 1 and len(runs) == 1 and runs != {""}:
            each = sum(self.steps[i]["each"] for i in makers)
            for i in makers:
                given[i] = min(rest, -(net // -each) * self.steps[i]["each"])
                rest -= given[i]
        last = makers[0]
        for i in makers:
            s = self.steps[i]
            made, aside = self.told(i)
            planned = max(0, s["make"] - made, s["make"] - s["spare"] - max(0, made - aside))
            more = min(rest, max(0, planned - given[i]))
            given[i] += more
            rest -= more
            if not s["piece"]:
                last = i
        given[last] += rest
        self.going.update(given)

    def told(self, i):
        t, makers = self.steps[i]["thing"], self.makers[self.steps[i]["thing"]]
        if len(makers) == 1:
            return self.piles.made[t], self.piles.aside[t]
        made = aside = 0
        names = {self.steps[k]["step"]: k for k in makers}
        for (thing, step), (m, a, fell) in self.piles.told.items():
            if thing == t and names.get(step, makers[0]) == i:
                made, aside = made + m + fell, aside + a
        return made, aside


def worked(case):
    plans = case["plans"]
    for plan in plans:
        for s in plan["steps"]:
            for take in s["takes"]:
                take["of"] = plan["steps"][take["of"]]
    piles = Piles(case)
    void = set()
    for e in reversed(case["events"]):  # the last undo first: one that was taken back takes nothing back
        if e["kind"] == "undo" and e["id"] not in void:
            void.add(e["of"])
    acts = [e for e in case["events"] if e["kind"] != "undo" and e["id"] not in void]
    for e in sorted(acts, key=lambda e: (e["at"], e["id"])):
        piles.act(e["kind"], e["n"], {**plans[e["plan"]]["steps"][e["step"]], "piled": e["piled"]})
    netting = Netting(plans[-1], piles)
    return {
        "hand": [piles.hand(t) for t in range(case["things"])],
        "presumed": [piles.presumed[t] for t in range(case["things"])],
        "used": [piles.used[t] for t in range(case["things"])],
        "toGo": [netting.go(i) for i in range(len(plans[-1]["steps"]))],
    }


if __name__ == "__main__":
    json.dump([worked(case) for case in json.load(sys.stdin)], sys.stdout)
