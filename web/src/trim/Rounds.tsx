// The rings of the quilt to scale: as planned in dots, as it then is in ink, one inside the other.
import type { WayOn } from "../api/client";

type Ring = WayOn["quilt"][number];

export function Rounds({ before, after, label }: { before: Ring[]; after: Ring[]; label: string }) {
  const all = [...before, ...after];
  const w = Math.max(...all.map((r) => r.w), 1);
  const h = Math.max(...all.map((r) => r.h), 1);
  const scale = Math.min(170 / w, 130 / h);
  const px = 1 / scale;
  const rest = (list: Ring[]) => list.slice(1); // the first is the block
  const lies = (r: Ring) => ({ x: -r.w / 2, y: -r.h / 2, width: r.w, height: r.h, strokeWidth: 1.2 * px });
  return (
    <svg
      role="img"
      aria-label={`${label}, ${after.at(-1)?.size ?? ""}`}
      width={w * scale + 4}
      height={h * scale + 4}
      viewBox={`${-w / 2 - 2 * px} ${-h / 2 - 2 * px} ${w + 4 * px} ${h + 4 * px}`}
      style={{ display: "block", margin: "8px 0" }}
    >
      {rest(after).map((r) => (
        <rect key={r.name} {...lies(r)} fill="var(--v-colors-woad)" fillOpacity={0.1} stroke="var(--v-colors-ink)" />
      ))}
      {rest(before).map((r) => (
        <rect
          key={r.name}
          {...lies(r)}
          fill="none"
          stroke="var(--v-colors-madder)"
          strokeDasharray={`${1.5 * px} ${3 * px}`}
        />
      ))}
    </svg>
  );
}
