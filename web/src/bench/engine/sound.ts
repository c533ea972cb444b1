import type { EngineReading } from "../../api/types";

/** Between two readings, s. */
export const EVERY = 0.1;
const LENGTH = 0.045; // s that one stroke is heard
const PITCH = 70; // Hz of the pipe, about
const PIPE = 0.35; // part of it that rings, the rest rushes

/**
 * A tenth of a second of the engine, as samples from -1 to 1: each stroke that burned is a short beat, the louder the further the
 * throttle stands open; one that did not is the gap where it should have been. Not how any engine sounds: only its rhythm is true.
 * rate: samples a second; chance: numbers from 0 to 1, for the rush and for which strokes missed
 */
export function heard(reading: EngineReading, rate: number, chance: () => number): Float32Array {
  const sound = new Float32Array(Math.round(EVERY * rate));
  const strokes = reading.fired + reading.missed;
  const loud = 0.15 + 0.35 * reading.opened;
  for (const [i, burns] of burning(reading, chance).entries()) {
    if (burns) beat(sound, Math.round(((i + 0.5) / strokes - 0.25 / strokes) * sound.length), rate, loud, chance);
  }
  return sound;
}

/** Which of the strokes burn, one after the other. */
function burning({ fired, missed }: EngineReading, chance: () => number): boolean[] {
  const strokes = Array.from({ length: fired + missed }, (_, i) => i < fired);
  for (let i = strokes.length - 1; i > 0; i--) {
    const other = Math.floor(chance() * (i + 1));
    [strokes[i], strokes[other]] = [strokes[other] ?? true, strokes[i] ?? true];
  }
  return strokes;
}

/** Cut off where the tenth ends, but fading by then, so that nothing clicks. */
function beat(sound: Float32Array, from: number, rate: number, loud: number, chance: () => number) {
  const length = Math.min(Math.round(LENGTH * rate), sound.length - from);
  for (let i = 0; i < length; i++) {
    const fading = Math.exp((-5 * i) / length) * (1 - i / length);
    const pipe = Math.sin((2 * Math.PI * PITCH * i) / rate);
    const rush = 2 * chance() - 1;
    sound[from + i] = (sound[from + i] ?? 0) + loud * fading * (PIPE * pipe + (1 - PIPE) * rush);
  }
}
