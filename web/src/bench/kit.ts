// The kit under way, at the machine: how many of these pieces it still takes, and what comes after them.
import type { Project, Step } from "../api/client";

export type Kit = { says: string; until: number; left: number; next: Step | undefined };

/** What the kit under way takes of this step, and what of it is next once that is made. */
export function kitOf(project: Project, step: Step, good: number): Kit | undefined {
  const { kit } = project.progress;
  const part = kit?.parts.find((p) => p.step === step.id);
  if (!kit || !part) return undefined;
  const left = Math.max(0, part.until - good);
  const at = kit.parts.indexOf(part);
  const next = [...kit.parts.slice(at + 1), ...kit.parts.slice(0, at)].find((p) => p.toGo > 0);
  return {
    says: `kit ${kit.number} of ${kit.of}`,
    until: part.until,
    left,
    next: left === 0 ? project.plan.steps.find((s) => s.id === next?.step) : undefined,
  };
}
