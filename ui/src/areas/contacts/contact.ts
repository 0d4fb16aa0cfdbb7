import type { Mark, Schemas } from '@/api/client'

export type Contact = Schemas['ContactView']

/** markOf is whether a contact is still to be noted or put back, as the server says. */
export const markOf = (c: Contact): Mark => (c.wanted || c.owed || !(c.found || c.left) ? 'open' : 'sound')

/** stands is the figure that a contact stands at now; none while it is undone. */
export const stands = (c: Contact) => c.left ?? (c.undone ? undefined : c.found)

/** leaves says whether what is written down next is how it is left, and no more how it was found. */
export const leaves = (c: Contact) => !!c.undone || !!c.found
