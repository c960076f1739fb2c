/**
 * Millimetres or inches: how what is metric inside is read and typed. Builds, plans and files stay
 * metric; a sentence of the plan is turned word by word where it is shown.
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

const OTHERS: Readonly<Record<string, Other>> = {
  mm: times('in', 1 / INCH_MM, fraction),
  cm: times('in', 10 / INCH_MM, fraction),
  m: times('ft', 1 / FOOT_M),
  km: times('mi', 1 / MILE_KM),
  'mm²': times('in²', 1 / INCH_MM ** 2),
  'cm²': times('in²', 100 / INCH_MM ** 2),
  'mm³': times('in³', 1 / INCH_MM ** 3, (value) => String(Number(value.toPrecision(2)))),
  'm/s': times('ft/s', 1 / FOOT_M),
  'm³/s': times('ft³/s', 1 / FOOT_M ** 3),
  ml: times('fl oz', 1 / FLUID_OUNCE_ML),
  g: times('oz', 1 / OUNCE_G, ounces),
  kg: times('lb', 1000 / OUNCE_G / 16),
  '°C': {
    unit: '°F',
    from: (value) => value * 1.8 + 32,
    back: (value) => (value - 32) / 1.8,
    text: (value) => trimmed(value, 0)
  }
}
/** Degrees between two temperatures, not on the thermometer. */
const WARMER: Other = times('°F', 1.8, (value) => trimmed(value, 0))

/** What a metric unit is called. @example unitName('ml', 'inch') // "fl oz" */
export const unitName = (unit: string, units: Units): string =>
  (units === 'inch' && OTHERS[unit]?.unit) || unit

/** A metric number in the units of choice. @example inUnits(25.4, 'mm', 'inch') // 1 */
export const inUnits = (value: number, unit: string, units: Units): number =>
  units === 'inch' ? (OTHERS[unit]?.from(value) ?? value) : value

/** The metric number of one typed in the units of choice. @example metric(1, 'mm', 'inch') // 25.4 */
export const metric = (value: number, unit: string, units: Units): number =>
  units === 'inch' ? (OTHERS[unit]?.back(value) ?? value) : value

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
  const other = units === 'inch' && OTHERS[unit]
  return other ? other.text(other.from(value)) : trimmed(value, digits)
}

const NUMBER = String.raw`\d{1,3}(?:,\d{3})+(?:\.\d+)?|\d+(?:\.\d+)?(?:e[-+]?\d+)?`
const UNIT = Object.keys(OTHERS)
  .sort((a, b) => b.length - a.length)
  .join('|')
/**
 * One quantity or several that share a unit: "3 mm", "3–4 mm", "330 × 200 mm", "between 18 and
 * 24 °C", "at 12, 40 mm". Lengths alone are multiplied: of "3 × 100 ml" the three are cups.
 */
const GROUP = new RegExp(
  String.raw`(between |within (?:about )?|by |± ?)?(?<![\d:/.,])` +
    String.raw`((?:(?:${NUMBER})(?: ?[–±] ?| to | or |(?<=between [\d.]+) and |(?<=at [\d.]+), | ?× ?(?=[^ ]* ?mm)))*` +
    String.raw`(?:${NUMBER}))` +
    String.raw`([ \u00a0\u202f-]?)(${UNIT})(?![\p{L}\d²³/°])( (?:warmer|colder|cooler|hotter))?`,
  'gu'
)

/**
 * A sentence with its metric quantities in the units of choice. What stands in “quotes” are names
 * that the builder gave: they stay.
 *
 * @example inSentence('a coat of 3.2 mm at 20 °C', 'inch') // 'a coat of 1/8\u202fin at 68\u202f°F'
 */
export function inSentence(text: string, units: Units): string {
  if (units === 'metric') return text.replaceAll(NAMED, '')
  return text
    .split(/(“[^”]*”)/)
    .map((part) => (part.startsWith('“') ? part : part.replace(GROUP, turned)))
    .join('')
    .replaceAll(NAMED, '')
}

/** Stands unseen in a name before its unit (U+2060, word joiner): such a quantity is not turned. */
const NAMED = '\u2060'
const IN_NAME = new RegExp(String.raw`(\d)(?=[ \u00a0\u202f-]?(?:${UNIT})(?![\p{L}\d²³/°]))`, 'gu')

/**
 * A name that the builder gave, so that a sentence with it keeps it as it is in any units.
 * @example inSentence(`${asNamed('Pond 20 mm deep')}: 20 mm`, 'inch') // 'Pond 20 mm deep: 25/32\u202fin'
 */
export const asNamed = (name: string): string => name.replace(IN_NAME, `$1${NAMED}`)

function turned(
  _whole: string,
  lead = '',
  numbers: string,
  space: string,
  unit: string,
  warmer = ''
): string {
  const apart = unit === '°C' && (warmer !== '' || (lead !== '' && lead !== 'between '))
  const other = apart ? WARMER : OTHERS[unit]
  const said = numbers.replace(new RegExp(NUMBER, 'g'), (number) =>
    other.text(other.from(Number(number.replaceAll(',', ''))))
  )
  return `${lead}${said}${space === '-' ? '-' : THIN}${other.unit}${warmer}`
}
