import { useEffect, useState } from "react";

/** The browser's own voice: speaks without any network. null where it has none. */
export function useVoice(): { speaking: boolean; say: (text: string) => void; hush: () => void } | null {
  const [speaking, setSpeaking] = useState(false);
  const voice = typeof window === "undefined" ? undefined : window.speechSynthesis;
  useEffect(() => () => voice?.cancel(), [voice]);
  if (!voice) return null;
  return {
    speaking,
    say: (text) => {
      voice.cancel();
      const words = new SpeechSynthesisUtterance(text);
      words.lang = "en";
      words.rate = 0.95;
      words.onend = words.onerror = () => setSpeaking(false);
      setSpeaking(true);
      voice.speak(words);
    },
    hush: () => {
      voice.cancel();
      setSpeaking(false);
    },
  };
}
