import { useEffect, useRef, useState } from "react";
import type { EngineReading } from "../../api/types";
import { EVERY, heard } from "./sound";

const BEHIND = 0.15; // s that what is heard is behind what is read, so that it never runs dry

/** Lets one hear the engine. able: whether this browser can; last: its latest reading */
export function useSound(last: EngineReading | undefined) {
  const able = typeof window.AudioContext === "function";
  const [on, setOn] = useState(false);
  const audio = useRef<AudioContext | null>(null);
  const next = useRef(0);
  useEffect(() => () => void audio.current?.close(), []);
  useEffect(() => {
    if (on && audio.current && last) next.current = play(audio.current, last, next.current);
  }, [on, last]);
  const turn = () => {
    audio.current ??= new AudioContext(); // only a hand may begin it
    if (on) void audio.current.suspend();
    else void audio.current.resume();
    setOn(!on);
  };
  return { able, on, turn };
}

/** Plays it after what is waiting. Returns when it ends. */
function play(audio: AudioContext, reading: EngineReading, after: number): number {
  if (reading.fired + reading.missed === 0) return after;
  const sound = heard(reading, audio.sampleRate, Math.random);
  const buffer = audio.createBuffer(1, sound.length, audio.sampleRate);
  buffer.getChannelData(0).set(sound);
  const source = audio.createBufferSource();
  source.buffer = buffer;
  source.connect(audio.destination);
  const at = after > audio.currentTime ? after : audio.currentTime + BEHIND;
  source.start(at);
  return at + EVERY;
}
