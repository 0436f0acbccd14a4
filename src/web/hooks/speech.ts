import { useEffect } from 'react';

/** Whether this browser speaks. */
export const canSpeak = () => typeof window !== 'undefined' && 'speechSynthesis' in window;

/** Speaks a text whenever it changes, while it is wanted; what is being said gives way to the newer. */
export function useSpoken(text: string, wanted: boolean) {
  useEffect(() => {
    if (!wanted || !canSpeak() || text === '') return;
    window.speechSynthesis.cancel();
    const said = new SpeechSynthesisUtterance(text);
    said.lang = 'en';
    window.speechSynthesis.speak(said);
    return () => window.speechSynthesis.cancel();
  }, [text, wanted]);
}
