import { locale } from '../core/text/translate.ts';

/** A voice that lives on the device and speaks the page’s language; one that needs the net is no use in a yard. Null where there is none. */
export function localVoice(): SpeechSynthesisVoice | null {
  if (!('speechSynthesis' in window)) return null;
  const spoken = locale().split('-')[0] ?? 'en';
  const ours = window.speechSynthesis.getVoices().filter((one) => one.lang.startsWith(spoken) && one.localService);
  return ours.find((one) => one.default) ?? ours[0] ?? null;
}

/** Says words in a voice, in the place of what is being said. */
export function sayAloud(words: string, voice: SpeechSynthesisVoice | null, onEnd?: () => void): void {
  window.speechSynthesis.cancel();
  const spoken = new SpeechSynthesisUtterance(words);
  if (voice) spoken.voice = voice;
  spoken.lang = voice?.lang ?? locale();
  if (onEnd) spoken.onend = onEnd;
  window.speechSynthesis.speak(spoken);
}

/** Some phones speak only once something was spoken within a tap: an empty phrase does. */
export function unlockVoice(): void {
  const { speechSynthesis } = window;
  if (!speechSynthesis.speaking) speechSynthesis.speak(new SpeechSynthesisUtterance(''));
}

/** Reads words aloud. @returns false where the device has no voice for them: then they have to stand on the screen. */
export function readAloud(words: string): boolean {
  const voice = localVoice();
  if (!voice) return false;
  sayAloud(words, voice);
  return true;
}
