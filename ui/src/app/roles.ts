import type { Role } from '../api/people'
import { t } from '../lib/words'

/** From the one who may least to the one who may most. */
export const ROLES: readonly Role[] = ['reader', 'helper', 'gardener', 'owner']

export function roleName(role: Role): string {
  return {
    reader: t('reader'),
    helper: t('helper'),
    gardener: t('gardener'),
    owner: t('owner'),
  }[role]
}

/** Whether a role may change what the plan is made from. */
export const plans = (role: Role) => role === 'gardener' || role === 'owner'

/** What a role may do, in a sentence. */
export function roleAbout(role: Role): string {
  return {
    reader: t('A reader looks at everything and changes nothing.'),
    helper: t('A helper ticks what was done and notes what was seen; the plan stays as it is.'),
    gardener: t('A gardener plans, plants and changes what the plan is made from.'),
    owner: t('An owner does all of that, invites others, and may remove the garden.'),
  }[role]
}
