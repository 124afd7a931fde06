// What was counted goes into IndexedDB before anything else and leaves it only when the server has it on disk. It is sent as
// often as it takes: the server counts an id once.
import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import { Refused, server, type Tallied, type TallyEvent } from "../api/client";

export type Waiting = {
  quilt: string;
  event: TallyEvent;
  /** What it does to the count while it waits; an undo knows what it takes back. */
  effect: { made: number; aside: number; pressed: number };
  refused?: string;
  /** The line of the cutting script that was ticked. */
  line?: string;
};

interface Box extends DBSchema {
  waiting: { key: number; value: Waiting; indexes: { quilt: string } };
}

/** Events the server has answered for, with how many it then had: a count of at least so many includes them. */
const storedAt = new Map<string, number>();

/** Whether a count with so many events in it has this one already. */
export const isCounted = (event: TallyEvent, events: number) =>
  (storedAt.get(event.id) ?? Number.POSITIVE_INFINITY) <= events;

let opened: Promise<IDBPDatabase<Box>> | undefined;

function box() {
  opened ??= openDB<Box>("vicis", 1, {
    upgrade(db) {
      db.createObjectStore("waiting", { autoIncrement: true }).createIndex("quilt", "quilt");
    },
  }).catch((e) => {
    opened = undefined; // there may be room again later
    throw e;
  });
  return opened;
}

export async function put(list: Waiting[]) {
  const all = (await box()).transaction("waiting", "readwrite");
  await Promise.all([...list.map((w) => all.store.add(w)), all.done]);
}

export async function waiting(quilt: string): Promise<Waiting[]> {
  return (await box()).getAllFromIndex("waiting", "quilt", quilt);
}

/** Sends what waits for a quilt, oldest first, and tells every answer as it comes: the next one may not come at all. */
export async function send(quilt: string, stored: (answer: Tallied) => void): Promise<void> {
  let db: IDBPDatabase<Box>;
  try {
    db = await box();
  } catch {
    return; // a browser that keeps nothing has nothing waiting
  }
  for (;;) {
    const list: Sent[] = [];
    for (const key of await db.getAllKeysFromIndex("waiting", "quilt", quilt, 200)) {
      const value = await db.get("waiting", key);
      if (value && !value.refused) list.push({ key, value });
    }
    if (list.length === 0) return;
    try {
      await deliver(db, quilt, list, stored);
    } catch (e) {
      if (!isRefusal(e)) throw e;
      // One of them is at fault: send them one by one, so that the others are stored.
      for (const one of list) {
        try {
          await deliver(db, quilt, [one], stored);
        } catch (e) {
          if (!isRefusal(e)) throw e;
          await db.put("waiting", { ...one.value, refused: e.message }, one.key);
        }
      }
    }
  }
}

type Sent = { key: number; value: Waiting };

const isRefusal = (e: unknown): e is Refused => e instanceof Refused && [400, 404, 409, 422].includes(e.status);

async function deliver(db: IDBPDatabase<Box>, quilt: string, list: Sent[], stored: (answer: Tallied) => void) {
  const events = list.map((x) => x.value.event);
  const answer = await server.tally(quilt, events);
  for (const e of events) storedAt.set(e.id, answer.progress.events);
  const done = db.transaction("waiting", "readwrite");
  await Promise.all([...list.map((x) => done.store.delete(x.key)), done.done]);
  stored(answer);
}
