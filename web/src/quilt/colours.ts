// Colours for new fabrics and prints, so that they are told apart before anybody has chosen one.

/** So many candidates: hues that lie far from each other, in three depths. */
const candidates = 96;

/** The colour that differs most from those there are already. */
export function nextColour(taken: string[]): string {
  const there = taken.map(rgb).filter((c) => c !== undefined);
  let best = "";
  let farthest = -1;
  for (let i = 0; i < candidates; i++) {
    const colour = cloth((i * 137.508) % 360, 0.34 + 0.12 * (i % 2), 0.36 + 0.17 * (i % 3));
    const far = Math.min(Number.MAX_VALUE, ...there.map((c) => apart(c, rgb(colour) ?? c)));
    if (far > farthest) {
      best = colour;
      farthest = far;
    }
  }
  return best;
}

function rgb(hex: string): [number, number, number] | undefined {
  const n = Number.parseInt(hex.slice(1), 16);
  return hex.length === 7 && !Number.isNaN(n) ? [n >> 16, (n >> 8) & 255, n & 255] : undefined;
}

/** How far two colours lie apart, the eye being keenest for green. */
const apart = (a: [number, number, number], b: [number, number, number]) =>
  2 * (a[0] - b[0]) ** 2 + 4 * (a[1] - b[1]) ** 2 + 3 * (a[2] - b[2]) ** 2;

/** Hue in degrees, saturation and lightness from 0 to 1, as #rrggbb. */
function cloth(hue: number, saturation: number, lightness: number): string {
  const strong = saturation * Math.min(lightness, 1 - lightness);
  const part = (n: number) => {
    const k = (n + hue / 30) % 12;
    const v = lightness - strong * Math.max(-1, Math.min(k - 3, 9 - k, 1));
    return Math.round(v * 255)
      .toString(16)
      .padStart(2, "0");
  };
  return `#${part(0)}${part(8)}${part(4)}`;
}
