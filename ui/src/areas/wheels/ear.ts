import { onScopeDispose, ref } from 'vue'

import { ask, asFault, client, Fault } from '@/api/client'

/** What is sent of a sound: no spoke rings above 1 600 Hz. */
const wanted = 16_000
/** How loud a pluck is, of the loudest that can be. */
const loud = 0.06
/** For how long it is waited for a pluck, ms. */
const patience = 15_000

/** coarser takes the mean of each few samples: fewer of them, and what is higher than they can tell is gone. */
export function coarser(samples: Float32Array, by: number): Int16Array {
  const out = new Int16Array(Math.floor(samples.length / by))
  for (let i = 0; i < out.length; i++) {
    let sum = 0
    for (let k = 0; k < by; k++) sum += samples[i * by + k] ?? 0
    out[i] = Math.max(-1, Math.min(1, sum / by)) * 0x7fff
  }
  return out
}

/** base64 is bytes as text. */
export function base64(samples: Int16Array): string {
  let text = ''
  const bytes = new Uint8Array(samples.buffer, samples.byteOffset, samples.byteLength)
  for (const b of bytes) text += String.fromCharCode(b)
  return btoa(text)
}

/** canHear says whether this browser lets a page listen at all. */
export const canHear = () =>
  typeof AudioContext !== 'undefined' && Boolean(navigator.mediaDevices?.getUserMedia)

/** useEar listens for one pluck and asks the server for its pitch. The microphone is closed again at once. */
export function useEar(heard: (hz: number) => void) {
  const listening = ref(false)
  const fault = ref<Fault>()
  let close = () => {}
  const stop = () => {
    close()
    close = () => {}
    listening.value = false
  }
  onScopeDispose(stop)

  async function listen() {
    stop()
    fault.value = undefined
    listening.value = true
    try {
      const stream = await navigator.mediaDevices.getUserMedia({
        audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
      })
      const context = new AudioContext()
      close = () => {
        for (const track of stream.getTracks()) track.stop()
        void context.close()
      }
      if (!listening.value) return stop()
      const analyser = new AnalyserNode(context, { fftSize: 32_768 })
      context.createMediaStreamSource(stream).connect(analyser)
      const samples = await pluck(analyser, () => listening.value)
      if (!samples)
        throw new Fault(
          0,
          'Nothing was heard',
          'Pluck it near its middle, close to the tablet; or type its pitch.',
        )
      const by = Math.max(1, Math.round(context.sampleRate / wanted))
      const told = await ask(
        client.POST('/api/wheels/heard', {
          body: { rate: context.sampleRate / by, samples: base64(coarser(samples, by)) },
        }),
      )
      if (listening.value) heard(told.pitch_hz)
    } catch (thrown) {
      fault.value =
        thrown instanceof DOMException
          ? new Fault(
              0,
              'No microphone',
              'This tablet does not let the page listen. Type the pitch, or tap the tensions in by hand.',
            )
          : asFault(thrown)
    } finally {
      stop()
    }
  }
  return { listening, fault, listen, stop }
}

/** pluck waits until something rings, and lets it ring. */
async function pluck(analyser: AnalyserNode, wanted: () => boolean): Promise<Float32Array | undefined> {
  const window = new Float32Array(1024)
  const until = Date.now() + patience
  const whole = new Float32Array(analyser.fftSize)
  const rest = (whole.length / analyser.context.sampleRate) * 1000
  for (;;) {
    if (!wanted() || Date.now() > until) return undefined
    analyser.getFloatTimeDomainData(whole)
    window.set(whole.subarray(whole.length - window.length))
    if (window.some((v) => Math.abs(v) > loud)) break
    await new Promise((resolve) => setTimeout(resolve, 15))
  }
  await new Promise((resolve) => setTimeout(resolve, rest * 0.9))
  analyser.getFloatTimeDomainData(whole)
  return whole
}
