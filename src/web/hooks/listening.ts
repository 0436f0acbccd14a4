import { useEffect, useRef, useState } from 'react';

/** What a browser that listens has for it, by its own names; TypeScript has no types of it yet. */
interface Recogniser {
  lang: string;
  onresult: ((event: { results: ArrayLike<ArrayLike<{ transcript: string }>> }) => void) | null;
  onend: (() => void) | null;
  start(): void;
  stop(): void;
}
type Listening = { SpeechRecognition?: new () => Recogniser; webkitSpeechRecognition?: new () => Recogniser };
const recogniser = () => {
  if (typeof window === 'undefined') return undefined;
  const { SpeechRecognition, webkitSpeechRecognition } = window as unknown as Listening;
  return SpeechRecognition ?? webkitSpeechRecognition;
};

/** Listens for one sentence at a time; null where this browser does not listen. */
export function useListening(onHeard: (text: string) => void): { listening: boolean; toggle: () => void } | null {
  const [listening, setListening] = useState(false);
  const ear = useRef<Recogniser | null>(null);
  useEffect(() => () => ear.current?.stop(), []);
  const Ear = recogniser();
  if (!Ear) return null;
  const toggle = () => {
    if (ear.current) return ear.current.stop();
    const now = new Ear();
    now.lang = 'en';
    now.onresult = ({ results }) => {
      const text = results[0]?.[0]?.transcript;
      if (text) onHeard(text);
    };
    now.onend = () => {
      ear.current = null;
      setListening(false);
    };
    ear.current = now;
    setListening(true);
    now.start();
  };
  return { listening, toggle };
}
