// What was counted goes into IndexedDB before anything else and leaves it only when the server has it on disk. It is sent as
// often as it takes: the server counts an id once.
import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import { Refused, server, type Tallied, type TallyEvent } from "../api/client";

export type Waiting = {
  quilt: string;
  event: TallyEvent;
  /** What it does to the count while it waits; an undo knows what it takes back. */
  effect: { made: number; aside: number };
  refused?: string;
};

interface Box extends DBSchema {
  waiting: { key: number; value: Waiting; indexes: { quilt: string } };
}

let opened: Promise<IDBPDatabase<Box>> | undefined;

function box() {
  opened ??= openDB<Box>("vicis", 1, {
    upgrade(db) {
      db.createObjectStore("waiting", { autoIncrement: true }).createIndex("quilt", "quilt");
    },
  });
  return opened;
}

export async function put(w: Waiting) {
  await (await box()).add("waiting", w);
}

export async function waiting(quilt: string): Promise<Waiting[]> {
  return (await box()).getAllFromIndex("waiting", "quilt", quilt);
}

/** Sends what waits for a quilt, oldest first. Gives the server's count, or undefined when nothing was waiting. */
export async function send(quilt: string): Promise<Tallied | undefined> {
  const db = await box();
  let last: Tallied | undefined;
  for (;;) {
    const keys = await db.getAllKeysFromIndex("waiting", "quilt", quilt, 200);
    const list: { key: number; value: Waiting }[] = [];
    for (const key of keys) {
      const value = await db.get("waiting", key);
      if (value && !value.refused) list.push({ key, value });
    }
    if (list.length === 0) return last;
    try {
      last = await server.tally(
        quilt,
        list.map((x) => x.value.event),
      );
    } catch (e) {
      const no = e instanceof Refused && [400, 404, 409, 422].includes(e.status);
      if (no && list.length > 1) {
        // One of them is at fault: send them one by one, so that the others are stored.
        for (const one of list) last = (await sendOne(db, quilt, one)) ?? last;
        continue;
      }
      if (no && list[0]) {
        await db.put("waiting", { ...list[0].value, refused: e.message }, list[0].key);
        continue;
      }
      throw e;
    }
    const done = db.transaction("waiting", "readwrite");
    await Promise.all([...list.map((x) => done.store.delete(x.key)), done.done]);
  }
}

async function sendOne(db: IDBPDatabase<Box>, quilt: string, one: { key: number; value: Waiting }) {
  try {
    const answer = await server.tally(quilt, [one.value.event]);
    await db.delete("waiting", one.key);
    return answer;
  } catch (e) {
    if (e instanceof Refused && [400, 404, 409, 422].includes(e.status)) {
      await db.put("waiting", { ...one.value, refused: e.message }, one.key);
      return undefined;
    }
    throw e;
  }
}
