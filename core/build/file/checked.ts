import type Joi from 'joi'
import type { Fault } from '../../physics/fault'

/** A value as it may stand in a message: short, on one line, whatever it was. */
export function shown(value: unknown): string {
  if (value === undefined) return 'missing'
  const text = typeof value === 'number' ? String(value) : (JSON.stringify(value) ?? typeof value)
  return text.length > 60 ? `${text.slice(0, 57)}…` : text
}

/** A path as the builder would write it: `waters[0].soundings[3][2]`. */
export function pathText(path: readonly (string | number)[]): string {
  return path.map((p, i) => (typeof p === 'number' ? `[${p}]` : i === 0 ? p : `.${p}`)).join('')
}

/** What Joi found, as faults that name the field, what it was and what is allowed. */
export function faultsOf(error: Joi.ValidationError): Fault[] {
  return error.details.map((detail) => {
    const allowed = detail.message.replace(/^"(?:[^"]*)" /, '')
    const value: unknown = detail.context?.value
    return { path: pathText(detail.path), message: `was ${shown(value)}; ${allowed}` }
  })
}
