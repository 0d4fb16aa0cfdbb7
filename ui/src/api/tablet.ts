import { newId } from './client'

const key = 'utensil-tablet'
let called = ''

/** tablet is what this tablet calls itself: the server takes what it wrote before as known to it. */
export function tablet(): string {
  if (called) return called
  try {
    called = localStorage.getItem(key) ?? newId()
    localStorage.setItem(key, called)
  } catch {
    called ||= newId() // a browser that keeps nothing is another tablet each time
  }
  return called
}
