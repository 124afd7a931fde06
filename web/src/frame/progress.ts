import type { Project } from "../api/client";

/** What was counted of one step. */
export const progressOf = (project: Project, step: string) => project.progress.steps.find((s) => s.id === step);
