import { dayPart, likelyAndSurely, moment } from '../words/dates'
import { duration, likelyToSurely } from '../words/durations'
import type { Step } from '../plan/6-steps/types'
import type { DaysPlan } from '../plan/7-days/plan'

/**
 * Why no plan can finish sooner, in plain words.
 *
 * @param named  what a step is called
 * @returns      a headline and the reason; empty where there is no plan
 */
export function proofWords(
  days: DaysPlan,
  named: (step: string) => string
): { says: string; because: string } {
  if (days.finishMs === null || days.proof === null) return { says: '', because: '' }
  const soonest = `No plan can finish before ${moment(days.lowerBoundMs!, days.zone)}`
  switch (days.proof.kind) {
    case 'chain':
      return {
        says: soonest,
        because: `even with nothing else to do: ${days.proof.steps.length} steps wait for each other in a chain, each taken up at the first free hour after the wait before it. It is below, link by link.`
      }
    case 'hours':
      return {
        says: soonest,
        because: `between ${moment(days.proof.fromMs, days.zone)} and ${moment(days.proof.toMs, days.zone)} ${duration(days.proof.workMin)} of work must be done (${days.proof.steps.slice(0, 3).map(named).join(', ')}${days.proof.steps.length > 3 ? ` and ${days.proof.steps.length - 3} more` : ''}) to end a minute sooner, and your hours there take ${duration(days.proof.freeMin)}.`
      }
    case 'search':
      return {
        says: soonest,
        because: `every order of the work that competes for your hands was tried or ruled out (${days.proof.nodes} of them).`
      }
    case 'open':
      return {
        says: `No plan can finish before ${moment(days.proof.lowerBoundMs, days.zone)}`,
        because:
          'whether one between that and today’s plan exists is not settled yet: a longer search may find it, or prove that there is none.'
      }
  }
}

/** How long a step is waited for, as it is likely and as it surely is over. */
export const waitWords = ({ waitMin, spread }: Pick<Step, 'waitMin' | 'spread'>): string =>
  likelyToSurely(waitMin, waitMin * spread.sure)

/** When all is finished as waits may turn out, in a sentence. */
export function chancesWords({
  likelyMs,
  sureMs,
  zone
}: Pick<DaysPlan, 'likelyMs' | 'sureMs' | 'zone'>): string {
  if (likelyMs === null) return 'As waits may turn out, no date is likely within these hours.'
  return sureMs === null
    ? `As waits turn out: likely by ${dayPart(likelyMs, zone)}, and sure on no day within these hours.`
    : `As waits turn out: ${likelyAndSurely(likelyMs, sureMs, zone)}.`
}
