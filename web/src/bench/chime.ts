/** Chimes by Web Audio, told apart by their tones: a timer, an early look, an alarm. Silent where sound is not allowed. */
const TONES = {
  timer: [660, 880],
  look: [520, 520, 520],
  alarm: [880, 440, 880, 440],
} as const
export type Chime = keyof typeof TONES
let context: AudioContext | null = null

export function chime(which: Chime): void {
  try {
    context ??= new AudioContext()
    const from = context.currentTime
    TONES[which].forEach((hertz, n) => {
      if (!context) return
      const tone = context.createOscillator()
      const volume = context.createGain()
      tone.frequency.value = hertz
      volume.gain.setValueAtTime(0.0001, from + n * 0.22)
      volume.gain.exponentialRampToValueAtTime(0.25, from + n * 0.22 + 0.02)
      volume.gain.exponentialRampToValueAtTime(0.0001, from + n * 0.22 + 0.2)
      tone.connect(volume).connect(context.destination)
      tone.start(from + n * 0.22)
      tone.stop(from + n * 0.22 + 0.21)
    })
  } catch {
    context = null
  }
}
