import "fake-indexeddb/auto";
import { expect, test } from "vitest";
import { Refused, server, type Tallied, type TallyEvent, unreachable } from "../api/client";
import { isCounted, put, send, waiting } from "./outbox";

test("what was counted leaves the outbox only when the server has it", async () => {
  const event = (id: string): TallyEvent => ({ id, step: "half", kind: "made", n: 1, at: "2026-11-02T09:00:00Z" });
  const count = (...ids: string[]) =>
    put(ids.map((id) => ({ quilt: "q", event: event(id), effect: { made: 1, aside: 0, pressed: 0 } })));
  const left = async () => (await waiting("q")).map((w) => w.event.id);
  const disk: string[] = []; // what the server has
  const store = (events: TallyEvent[]) => {
    for (const e of events) if (!disk.includes(e.id)) disk.push(e.id);
    return { progress: { events: disk.length } } as Tallied;
  };
  const answers: number[] = [];
  const deliver = () => send("q", (a) => answers.push(a.progress.events));

  await count("a", "b");
  server.tally = () => Promise.reject(new Refused(unreachable));
  await expect(deliver()).rejects.toThrow(/does not answer/);
  expect(await left()).toEqual(["a", "b"]);
  // Stored, but the answer is lost on the way: sent again, counted once.
  server.tally = async (_, events) => {
    store(events);
    throw new Refused(unreachable);
  };
  await expect(deliver()).rejects.toThrow();
  expect(await left()).toEqual(["a", "b"]);
  expect(isCounted(event("a"), 2)).toBe(false); // nobody has said so
  await count("c");
  server.tally = async (_, events) => store(events);
  await deliver();
  expect([disk, await left(), answers]).toEqual([["a", "b", "c"], [], [3]]);
  expect([isCounted(event("c"), 3), isCounted(event("c"), 2)]).toEqual([true, false]);
  // One that is refused holds nobody else up, and is kept with the reason.
  await count("d", "bad", "e");
  server.tally = async (_, events) => {
    if (events.some((e) => e.id === "bad")) throw new Refused({ ...unreachable, status: 422, detail: "No such step." });
    return store(events);
  };
  await deliver();
  expect(disk).toEqual(["a", "b", "c", "d", "e"]);
  expect((await waiting("q")).map((w) => [w.event.id, w.refused])).toEqual([["bad", "No such step."]]);
  await deliver(); // and is not sent again by itself
  expect(await waiting("another quilt")).toEqual([]);
});
