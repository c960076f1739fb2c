import { DateTime } from 'luxon'

/** "Thursday 3 December, 18:40" on the builder's own clock. */
export const moment = (ms: number, zone: string): string =>
  DateTime.fromMillis(ms, { zone }).setLocale('en-GB').toFormat('cccc d LLLL, HH:mm')
