/**
 * Millimetres or inches: how what is metric inside is read and typed. Builds, plans and files stay
 * metric; a quantity is turned where it is shown.
 */

export type Units = 'metric' | 'inch'

/** One metric unit and what an inch builder reads in its place. */
interface Other {
  unit: string
  /** The other unit from the metric one: a factor, or both ways where zero is not zero. */
  from: (value: number) => number
  back: (value: number) => number
  text: (value: number) => string
}

const THIN = '\u202f'
const INCH_MM = 25.4
/** US fluid ounce: 29.5735295625 ml; avoirdupois ounce: 28.349523125 g (NIST SP 811, appendix B). */
const FLUID_OUNCE_ML = 29.5735295625
const OUNCE_G = 28.349523125
const FOOT_M = 0.3048
const MILE_KM = 1.609344

/** Thinner than that a rule has no mark: thousandths. */
const THINNEST_FRACTION_IN = 1 / 16
/** How far a fraction may stand from the length it names, mm: half a 64th, half a 32nd over an inch. */
const slackMm = (inches: number) => (inches < 1 ? 0.1 : 0.4)

const trimmed = (value: number, digits: number) => String(Number(value.toFixed(digits)))

/** Three figures, as a scale or a thermometer in the other units would give them. */
function figure(value: number): string {
  const size = Math.abs(value)
  if (size >= 100) return trimmed(value, 0)
  if (size >= 10) return trimmed(value, 1)
  return trimmed(value, size >= 1 ? 2 : 3)
}

/** As finely as resin is weighed: a scale that shows a tenth of a gram shows a hundredth of an ounce. */
const ounces = (value: number) => trimmed(value, Math.abs(value) < 10 ? 3 : 2)

/**
 * Inches as on a rule: the coarsest fraction that names the length, down to 64ths; thousandths of
 * what is thinner than a sixteenth.
 *
 * @param inches  length, in
 * @example fraction(1.375) // "1-3/8"
 */
export function fraction(inches: number): string {
  const size = Math.abs(inches)
  const sign = inches < 0 ? '−' : ''
  if (size < THINNEST_FRACTION_IN - 1e-9) return sign + trimmed(size, size < 0.01 ? 4 : 3)
  for (let parts = 1; ; parts *= 2) {
    const count = Math.round(size * parts)
    if (parts < 64 && Math.abs(count / parts - size) * INCH_MM > slackMm(size)) continue
    const whole = Math.floor(count / parts)
    const over = count % parts
    if (over === 0) return `${sign}${whole}`
    const halvings = over & -over
    return `${sign}${whole ? `${whole}-` : ''}${over / halvings}/${parts / halvings}`
  }
}

const times = (unit: string, factor: number, text = figure): Other => ({
  unit,
  from: (value) => value * factor,
  back: (value) => value / factor,
  text
})

const OTHERS = {
  mm: times('in', 1 / INCH_MM, fraction),
  cm: times('in', 10 / INCH_MM, fraction),
  m: times('ft', 1 / FOOT_M),
  km: times('mi', 1 / MILE_KM),
  'mm²': times('in²', 1 / INCH_MM ** 2),
  'cm²': times('in²', 100 / INCH_MM ** 2),
  'cm³': times('in³', 1000 / INCH_MM ** 3),
  'mm³': times('in³', 1 / INCH_MM ** 3, (value) => String(Number(value.toPrecision(2)))),
  'm/s': times('ft/s', 1 / FOOT_M),
  'm³/s': times('ft³/s', 1 / FOOT_M ** 3),
  ml: times('fl oz', 1 / FLUID_OUNCE_ML),
  g: times('oz', 1 / OUNCE_G, ounces),
  kg: times('lb', 1000 / OUNCE_G / 16),
  '°C': {
    unit: '°F',
    from: (value: number) => value * 1.8 + 32,
    back: (value: number) => (value - 32) / 1.8,
    text: (value: number) => trimmed(value, 0)
  }
} satisfies Readonly<Record<string, Other>>
export type Unit = keyof typeof OTHERS
/** Whether a unit has another that an inch builder reads. */
export const isUnit = (unit: string): unit is Unit => unit in OTHERS

const otherOf = (unit: string): Other | undefined =>
  (OTHERS as Readonly<Record<string, Other>>)[unit]

/** Degrees between two temperatures, not on the thermometer. */
const WARMER: Other = times('°F', 1.8, (value) => trimmed(value, 0))

/** What a metric unit is called. @example unitName('ml', 'inch') // "fl oz" */
export const unitName = (unit: string, units: Units): string =>
  (units === 'inch' && otherOf(unit)?.unit) || unit

/** A metric number in the units of choice. @example inUnits(25.4, 'mm', 'inch') // 1 */
export const inUnits = (value: number, unit: string, units: Units): number =>
  units === 'inch' ? (otherOf(unit)?.from(value) ?? value) : value

/** The metric number of one typed in the units of choice. @example metric(1, 'mm', 'inch') // 25.4 */
export const metric = (value: number, unit: string, units: Units): number =>
  units === 'inch' ? (otherOf(unit)?.back(value) ?? value) : value

/**
 * How far an arrow key goes in inches and ounces, beside its step in the metric unit: a sixteenth
 * of an inch for a millimetre or more, else a 64th; a tenth of the number for the others.
 */
export function otherStep(unit: string, step: number): number {
  if (unit === '°C') return step
  if (unit !== 'mm') return step / 10
  return step >= 1 ? 1 / 16 : 1 / 64
}

/**
 * A metric number as it stands before its unit.
 *
 * @param value   what it is, in the metric unit
 * @param unit    metric unit: mm, ml, g, °C …
 * @param units   the builder's choice
 * @param digits  digits after the point in metric
 * @example shown(34.9, 'mm', 'inch') // "1-3/8"
 */
export function shown(value: number, unit: string, units: Units, digits = 1): string {
  const other = units === 'inch' && otherOf(unit)
  return other ? other.text(other.from(value)) : trimmed(value, digits)
}

/** A unit of two words that no line ends within. @example unbroken('fl oz') // "fl\u00a0oz" */
export const unbroken = (unit: string): string => unit.replace(' ', '\u00a0')

/** One number or several before their unit, as they stand in a sentence. */
export function inUnitsTold(
  values: readonly number[],
  unit: Unit,
  units: Units,
  between: string,
  apart = false
): string {
  if (units === 'metric') return `${values.map(String).join(between)} ${unit}`
  const other = apart ? WARMER : OTHERS[unit]
  return `${values.map((v) => other.text(other.from(v))).join(between)}${THIN}${unbroken(other.unit)}`
}
