import { useStorage } from '@vueuse/core'

import type { Schemas } from '@/api/client'

type Result = NonNullable<Schemas['GearAttempt']['last']>

/** A sound is a run of clicks: when each comes, s, how high, Hz, and how long it is. */
type Clicks = readonly (readonly [at: number, pitch: number, length: number])[]

const heard: Record<Result, Clicks> = {
  crisp: [[0, 900, 0.04]],
  slow: [0, 0.09, 0.2, 0.34].map((at) => [at, 700, 0.03] as const),
  will_not: Array.from({ length: 7 }, (_, i) => [i * 0.08, 320, 0.03] as const),
  two: [
    [0, 900, 0.04],
    [0.12, 900, 0.04],
  ],
  noisy: Array.from({ length: 14 }, (_, i) => [i * 0.045, 520, 0.02] as const),
  over: [
    [0, 160, 0.25],
    [0.16, 110, 0.4],
  ],
}

/** useShiftSound sounds what a shift did, once somebody has switched it on; it is off at first. */
export function useShiftSound() {
  const on = useStorage('utensil.practice.sound', false)
  let audio: AudioContext | undefined
  function play(result?: Result) {
    if (!on.value || !result) return
    audio ??= new AudioContext()
    for (const [at, pitch, length] of heard[result]) {
      const tone = audio.createOscillator()
      const gain = audio.createGain()
      tone.type = 'square'
      tone.frequency.value = pitch
      gain.gain.setValueAtTime(0.08, audio.currentTime + at)
      gain.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + at + length)
      tone.connect(gain).connect(audio.destination)
      tone.start(audio.currentTime + at)
      tone.stop(audio.currentTime + at + length)
    }
  }
  return { on, play }
}
