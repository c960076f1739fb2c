const RAD = Math.PI / 180

/**
 * Difference of two colours as the eye sees it, CIEDE2000, with all weights 1.
 *
 * @param one    CIE L*a*b*
 * @param other  CIE L*a*b*
 * @returns      about 1 is just seen side by side
 * @source ISO/CIE 11664-6; Sharma, Wu & Dalal 2005, whose test pairs it is checked against
 * @example deltaE2000([50, 2.6772, -79.7751], [50, 0, -82.7485]) // 2.0425
 */
export function deltaE2000(one: readonly number[], other: readonly number[]): number {
  const [[l1, a1, b1], [l2, a2, b2]] = [one, other]
  const meanC = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2
  const g = (1 - Math.sqrt(meanC ** 7 / (meanC ** 7 + 25 ** 7))) / 2
  const [c1, h1] = polar((1 + g) * a1, b1)
  const [c2, h2] = polar((1 + g) * a2, b2)
  const grey = c1 * c2 === 0
  const turn = grey ? 0 : turned(h2 - h1)
  const dL = l2 - l1
  const dC = c2 - c1
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin((turn / 2) * RAD)
  const l = (l1 + l2) / 2
  const c = (c1 + c2) / 2
  const h = grey ? h1 + h2 : meanHue(h1, h2)
  const t =
    1 -
    0.17 * Math.cos((h - 30) * RAD) +
    0.24 * Math.cos(2 * h * RAD) +
    0.32 * Math.cos((3 * h + 6) * RAD) -
    0.2 * Math.cos((4 * h - 63) * RAD)
  const sL = 1 + (0.015 * (l - 50) ** 2) / Math.sqrt(20 + (l - 50) ** 2)
  const sC = 1 + 0.045 * c
  const sH = 1 + 0.015 * c * t
  const theta = 30 * Math.exp(-(((h - 275) / 25) ** 2))
  const rT = -2 * Math.sqrt(c ** 7 / (c ** 7 + 25 ** 7)) * Math.sin(2 * theta * RAD)
  return Math.sqrt((dL / sL) ** 2 + (dC / sC) ** 2 + (dH / sH) ** 2 + rT * (dC / sC) * (dH / sH))
}

/** Chroma and hue, degrees from 0. */
function polar(a: number, b: number): [number, number] {
  const hue = a === 0 && b === 0 ? 0 : Math.atan2(b, a) / RAD
  return [Math.hypot(a, b), hue < 0 ? hue + 360 : hue]
}
/** A turn the short way round, degrees. */
const turned = (by: number): number => (by > 180 ? by - 360 : by < -180 ? by + 360 : by)

function meanHue(a: number, b: number): number {
  if (Math.abs(a - b) <= 180) return (a + b) / 2
  return a + b < 360 ? (a + b + 360) / 2 : (a + b - 360) / 2
}
