import { onScopeDispose, ref, shallowRef } from 'vue'

import type { Schemas } from '@/api/client'

type Lie = Schemas['Lie']

/** How long a phone is left alone before it is read, and read, ms: the hand that pressed lets go first. */
const settles = 1000
const reads = 2000

/** What a phone says of itself at a moment, degrees; not each can tell which way it points. */
interface Said {
  pitch: number
  faces?: number
}

/** iPads and iPhones ask before they tell how they lie. */
interface Asking {
  requestPermission?: () => Promise<'granted' | 'denied'>
}

/** mean is the mean of angles in degrees, round the circle. */
export function mean(angles: number[]): number {
  const rad = Math.PI / 180
  const sum = (f: (a: number) => number) => angles.reduce((s, a) => s + f(a * rad), 0)
  return (Math.atan2(sum(Math.sin), sum(Math.cos)) / rad + 360) % 360
}

/** lieOf is what a phone said while it lay, one way. */
export function lieOf(said: readonly Said[]): Lie {
  const pitches = said.map((s) => s.pitch)
  const ways = said.flatMap((s) => s.faces ?? [])
  return {
    pitch: pitches.reduce((s, p) => s + p, 0) / pitches.length,
    sway: Math.max(...pitches) - Math.min(...pitches),
    faces: ways.length ? mean(ways) : undefined,
  }
}

/**
 * useLie has this device tell how it lies, by its own sensors. Nothing of it leaves the device but
 * the two readings that are written down. What cannot be had is said in words.
 */
export function useLie() {
  const fault = ref('')
  const now = shallowRef<Said>()
  let said: Said[] = []
  let collects = false
  const hear = (e: DeviceOrientationEvent) => {
    if (e.beta === null) return
    fault.value = '' // late, but it tells
    now.value = { pitch: e.beta, faces: e.alpha ?? undefined }
    if (collects) said.push(now.value)
  }
  const waits = (ms: number) => new Promise((done) => setTimeout(done, ms))

  /** begin starts to listen; it says whether there is a sensor that tells anything. */
  async function begin(): Promise<boolean> {
    fault.value = ''
    if (now.value) return true
    if (!('DeviceOrientationEvent' in window)) {
      fault.value = 'This device has no sensor for it: type the figure instead.'
      return false
    }
    const asking = DeviceOrientationEvent as unknown as Asking
    try {
      if (asking.requestPermission && (await asking.requestPermission()) !== 'granted')
        throw new Error('denied')
    } catch {
      fault.value = 'The sensors were refused to this page: allow them in the browser, or type the figure.'
      return false
    }
    window.addEventListener('deviceorientation', hear)
    for (let waited = 0; waited < settles && !now.value; waited += 100) await waits(100)
    if (!now.value) fault.value = 'This device does not tell how it lies: type the figure instead.'
    return !!now.value
  }

  /** read is how it lies, once the hand is off it. */
  async function read(): Promise<Lie | undefined> {
    if (!(await begin())) return undefined
    await waits(settles)
    said = []
    collects = true
    await waits(reads)
    collects = false
    if (!said.length && now.value) said = [now.value] // it says nothing while nothing moves
    return said.length ? lieOf(said) : undefined
  }

  onScopeDispose(() => window.removeEventListener('deviceorientation', hear))
  return { fault, now, begin, read }
}
