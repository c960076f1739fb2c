import { IANAZone } from 'luxon'

/** Whether a zone's name is known here. @example isZone('Europe/Lisbon') // true */
export const isZone = (zone: string): boolean => IANAZone.isValidZone(zone)
