// The one way to the server: typed from its contract (npm run types), errors as one kind of object.
import createClient from "openapi-fetch";
import type { components, paths } from "./schema.gen";

type Schemas = components["schemas"];
export type Document = Schemas["Document"];
export type Unit = Schemas["Unit"];
export type Plan = Schemas["Plan"];
export type Step = Schemas["StepShown"];
export type Picture = Schemas["Picture"];
export type BookLine = Schemas["BookLine"];
export type Order = Schemas["Order"];
export type Pack = Schemas["Pack"];
export type Sort = Schemas["Sort"];
export type Beginning = Schemas["Beginning"];
export type Sum = Schemas["Sum"];
export type Under = Schemas["Under"];
export type UnderSeam = Schemas["UnderSeam"];
export type UnderWrong = Schemas["UnderWrong"];
export type Laid = Schemas["LaidPicture"];
export type Layout = Schemas["QuiltPicture"];
export type Knife = Schemas["KnifeCard"];
export type Tube = Schemas["TubeCard"];
export type Across = Schemas["AcrossShown"];
export type Quilt = Schemas["Project"];
/** A quilt with what was counted of it. */
export type Project = Quilt & { progress: Progress };
export type Preview = Schemas["Preview"];
export type Progress = Schemas["Progress"];
export type TallyEvent = Schemas["Event"];
export type Tallied = Schemas["Tallied"];
export type Shelved = Schemas["Shelved"];
export type Opening = Schemas["Opening"];
export type Choices = Schemas["Choices"];
export type Shown = Schemas["Shown"];
export type Way = Schemas["WayToMake"];
export type Resized = Schemas["Resized"];
export type Held = Schemas["Held"];
export type Holding = Omit<Held, "title" | "promised" | "left" | "free" | "since" | "id">;
export type Remnant = Schemas["Remnant"];
export type Remedy = Schemas["Remedy"];
export type QuiltEffort = Schemas["QuiltEffort"];
export type Redone = Schemas["Redone"];
export type SeamChoice = Schemas["SeamChoice"];
export type Arrangement = Schemas["Arrangement"];
export type Cliff = Schemas["Cliff"];
export type Supply = Schemas["SupplyThere"];
export type Shape = Schemas["Measure"];
export type Reach = Schemas["Reach"];
export type Deal = Schemas["DealShown"];
export type DealtPrint = Schemas["DealtPrint"];
export type Fabric = Schemas["Fabric"];
export type Ledger = Schemas["Ledger"];
export type RuleHere = Schemas["RuleHere"];
export type Working = Schemas["Working"];
export type Question = Schemas["Question"];
export type Revised = Schemas["Revised"];
export type Came = Schemas["Came"];
export type Onward = Schemas["Onward"];
export type WayOn = Schemas["WayOn"];
export type Gauged = Schemas["Gauged"];
export type Problem = Schemas["Problem"];
export type Trouble = Schemas["Trouble"];

/** Something the server said no to, with its problem details; status 0 when it could not be reached. */
export class Refused extends Error {
  constructor(readonly trouble: Trouble) {
    super(trouble.detail);
  }
  get status() {
    return this.trouble.status;
  }
}

export const unreachable: Trouble = {
  status: 0,
  code: "unreachable",
  title: "Not reachable",
  detail: "The server does not answer. Start it again; what you counted is kept here and sent when it is back.",
};

const client = createClient<paths>({ baseUrl: "" });

type Answer<T> = { data?: T; error?: unknown; response: Response };

async function ask<T>(request: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await request;
  } catch {
    throw new Refused(unreachable);
  }
  if (answer.data !== undefined) return answer.data;
  const t = answer.error as Partial<Trouble> | undefined;
  throw new Refused({
    status: answer.response.status,
    code: t?.code ?? "failed",
    title: t?.title ?? "",
    detail: t?.detail ?? "The server gave an answer that cannot be read. Try again.",
    problems: t?.problems,
    newest: t?.newest,
  });
}

/** Whether what is stored can go on its way though the page is left meanwhile: browsers let 64 KB of all that is under way. */
const lasts = (body: Document) => new TextEncoder().encode(JSON.stringify(body)).length < 50_000;

export const server = {
  health: (signal: AbortSignal) => ask<Record<string, string>>(client.GET("/api/health", { signal })),
  caliper: (size: string, units: "in" | "cm") =>
    ask<Schemas["Caliper"]>(client.GET("/api/caliper", { params: { query: { size, units } } })),
  shelf: (signal: AbortSignal) => ask<Shelved[]>(client.GET("/api/quilts", { signal })),
  starters: (signal: AbortSignal) => ask<Opening[]>(client.GET("/api/starters", { signal })),
  beginnings: (signal: AbortSignal) => ask<Beginning[]>(client.GET("/api/beginnings", { signal })),
  begin: (body: Choices, signal?: AbortSignal) => ask<Preview>(client.POST("/api/starters", { body, signal })),
  create: (id: string, document: Document) =>
    ask<Quilt>(client.POST("/api/quilts", { body: { id, document }, keepalive: lasts(document) })),
  quilt: (id: string, signal?: AbortSignal) =>
    ask<Quilt>(client.GET("/api/quilts/{id}", { params: { path: { id } }, signal })),
  /** All that a quilt takes, whatever there is. */
  whole: (id: string, signal?: AbortSignal) =>
    ask<Quilt>(client.GET("/api/quilts/{id}", { params: { path: { id }, query: { whole: true } }, signal })),
  anew: (id: string) => ask<Quilt>(client.POST("/api/quilts/{id}/anew", { params: { path: { id } } })),
  save: (id: string, rev: number, body: Document) =>
    ask<Quilt>(
      client.PUT("/api/quilts/{id}", {
        params: { path: { id }, header: { "If-Match": [`"${rev}"`] } },
        body,
        keepalive: lasts(body),
      }),
    ),
  preview: (body: Document, signal?: AbortSignal) => ask<Preview>(client.POST("/api/plan", { body, signal })),
  allowance: (id: string, document: Document, stitched: string, signal?: AbortSignal) =>
    ask<WayOn>(
      client.POST("/api/quilts/{id}/allowance", { params: { path: { id } }, body: { document, stitched }, signal }),
    ),
  allowances: (signal: AbortSignal) => ask<Schemas["AllowanceKnown"][]>(client.GET("/api/allowances", { signal })),
  library: (signal: AbortSignal) => ask<Shown[]>(client.GET("/api/library", { signal })),
  byPatches: (document: Document, unit: string, signal: AbortSignal) =>
    ask<Schemas["ByPatch"]>(client.POST("/api/patches", { body: { document, unit }, signal })),
  ways: (document: Document, unit: string, signal: AbortSignal) =>
    ask<Way[]>(client.POST("/api/ways", { body: { document, unit }, signal })),
  resize: (document: Document, unit: string, finished: string, signal?: AbortSignal) =>
    ask<Resized>(client.POST("/api/resize", { body: { document, unit, finished }, signal })),
  cloth: (quilt: string, signal: AbortSignal) =>
    ask<Held[]>(client.GET("/api/cloth", { params: { query: { for: quilt } }, signal })),
  putCloth: (id: string, body: Holding & { measure?: "in" | "cm" }, since?: string) =>
    ask<Held[]>(
      client.PUT("/api/cloth/{id}", {
        params: { path: { id }, header: since === undefined ? {} : { "If-Match": `"${since}"` } },
        body,
      }),
    ),
  cut: (id: string, rev: number) =>
    ask<Quilt>(client.POST("/api/quilts/{id}/cut", { params: { path: { id }, header: { "If-Match": [`"${rev}"`] } } })),
  cliffs: (body: Document, signal: AbortSignal) => ask<Cliff[]>(client.POST("/api/cliffs", { body, signal })),
  remedies: (body: Document, signal: AbortSignal) =>
    ask<Schemas["Remedies"]>(client.POST("/api/remedies", { body, signal })),
  seam: (document: Document, seam: string, signal: AbortSignal) =>
    ask<Schemas["Asked"]>(client.POST("/api/seam", { body: { document, seam }, signal })),
  again: (document: Document, block: string, signal?: AbortSignal) =>
    ask<Schemas["PartsBecome"]>(client.POST("/api/again", { body: { document, block }, signal })),
  waves: (document: Document, unit: string, signal?: AbortSignal) =>
    ask<Schemas["Waves"]>(client.POST("/api/waves", { body: { document, unit }, signal })),
  book: (
    id: string,
    which: { step: string; kind: string; from: string; to: string; before: number },
    signal?: AbortSignal,
  ) =>
    ask<Schemas["Book"]>(
      client.GET("/api/quilts/{id}/book", {
        params: { path: { id }, query: { ...which, kind: which.kind as TallyEvent["kind"] } },
        signal,
      }),
    ),
  packs: (signal: AbortSignal) => ask<Pack[]>(client.GET("/api/packs", { signal })),
  sorts: (signal: AbortSignal) => ask<Sort[]>(client.GET("/api/sorts", { signal })),
  sums: (id: string, signal: AbortSignal) =>
    ask<Sum[]>(client.GET("/api/quilts/{id}/sums", { params: { path: { id } }, signal })),
  rules: (id: string, signal: AbortSignal) =>
    ask<Schemas["Rules"]>(client.GET("/api/quilts/{id}/rules", { params: { path: { id } }, signal })),
  times: (id: string, clock: number, signal: AbortSignal) =>
    ask<Schemas["OwnTimes"]>(
      client.GET("/api/quilts/{id}/times", { params: { path: { id }, query: { clock } }, signal }),
    ),
  readTally: (id: string, text: string) =>
    ask<Tallied>(client.POST("/api/quilts/{id}/tally.csv", { params: { path: { id } }, body: { text } })),
  order: (id: string, signal?: AbortSignal) =>
    ask<Order>(client.GET("/api/quilts/{id}/order", { params: { path: { id } }, signal })),
  needle: (id: string, step: string, seam: number, signal?: AbortSignal) =>
    ask<Under>(client.GET("/api/quilts/{id}/needle", { params: { path: { id }, query: { step, seam } }, signal })),
  onward: (id: string, document: Document, came: Came, signal?: AbortSignal) =>
    ask<Schemas["Onward"]>(
      client.POST("/api/quilts/{id}/onward", { params: { path: { id } }, body: { document, came }, signal }),
    ),
  arrangements: (body: Document, signal: AbortSignal) =>
    ask<Schemas["Arranged"]>(client.POST("/api/arrangements", { body, signal })),
  nearest: (document: Document, width: string, height: string) =>
    ask<Shape[]>(client.POST("/api/nearest", { body: { document, width, height } })),
  pilot: (body: Document, signal: AbortSignal) => ask<Preview>(client.POST("/api/pilot", { body, signal })),
  backwards: (document: Document, supplies: Supply[]) =>
    ask<Reach>(client.POST("/api/backwards", { body: { document, supplies } })),
  openFile: (id: string, text: string) => ask<Quilt>(client.POST("/api/files", { body: { id, text } })),
  putAway: (id: string, away: boolean) =>
    ask<true>(
      client
        .POST("/api/quilts/{id}/away", { params: { path: { id } }, body: { away } })
        .then((answer) => ({ ...answer, data: answer.response.ok ? true : undefined })), // there is nothing to read in it
    ),
  swapValues: (body: Document) => ask<Preview>(client.POST("/api/values/swap", { body })),
  schools: (signal: AbortSignal) => ask<Question[]>(client.GET("/api/schools", { signal })),
  revisions: (id: string, signal: AbortSignal) =>
    ask<Revised[]>(client.GET("/api/quilts/{id}/revisions", { params: { path: { id } }, signal })),
  restore: (id: string, rev: number, body: { act: Revised["act"]; rev?: number }) =>
    ask<Quilt>(
      client.POST("/api/quilts/{id}/restore", { params: { path: { id }, header: { "If-Match": [`"${rev}"`] } }, body }),
    ),
  progress: (id: string, signal?: AbortSignal) =>
    ask<Tallied>(client.GET("/api/quilts/{id}/progress", { params: { path: { id } }, signal })),
  tally: (id: string, events: TallyEvent[]) =>
    ask<Tallied>(client.POST("/api/quilts/{id}/events", { params: { path: { id } }, body: { events } })),
};

/** An id made here, so that what is sent twice counts once. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16)); // randomUUID is missing over plain http on a home network
  return Array.from(bytes, (b) => b.toString(16).padStart(2, "0")).join("");
}
