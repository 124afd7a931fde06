/** Our mark: four squares, two whole, two in stitches, joined by a seam. */
export function Mark({ size = 30 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 28 28" aria-hidden="true">
      <rect x="1" y="1" width="13" height="13" fill="var(--v-colors-woad)" />
      <rect x="14" y="14" width="13" height="13" fill="var(--v-colors-woad)" />
      <rect
        x="15.2"
        y="2.2"
        width="10.6"
        height="10.6"
        fill="none"
        stroke="var(--v-colors-madder)"
        strokeWidth="1.6"
        strokeDasharray="2.4 1.7"
      />
      <rect
        x="2.2"
        y="15.2"
        width="10.6"
        height="10.6"
        fill="none"
        stroke="var(--v-colors-madder)"
        strokeWidth="1.6"
        strokeDasharray="2.4 1.7"
      />
    </svg>
  );
}
