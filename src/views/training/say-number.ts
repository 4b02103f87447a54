import { locale } from '../../core/text/translate.ts';

/* Numbers that are spoken, where the browser understands speech on the device itself. Elsewhere it is not offered: no child's voice goes out. */

interface Heard {
  results: ArrayLike<ArrayLike<{ transcript: string }>>;
}

/** What we use of the browser's recognition. */
interface Recognizer {
  lang: string;
  processLocally: boolean;
  maxAlternatives: number;
  onresult: ((event: Heard) => void) | null;
  onend: (() => void) | null;
  onerror: (() => void) | null;
  start(): void;
  abort(): void;
}

interface RecognizerMaker {
  new (): Recognizer;
  available?(how: { langs: string[]; processLocally: boolean }): Promise<string>;
}

const maker = (): RecognizerMaker | null => {
  const { SpeechRecognition } = globalThis as { SpeechRecognition?: RecognizerMaker };
  return SpeechRecognition && typeof SpeechRecognition.available === 'function' && 'processLocally' in SpeechRecognition.prototype
    ? SpeechRecognition
    : null;
};

/** Whether the device itself understands speech, now and without fetching anything. */
export async function understandsHere(): Promise<boolean> {
  try {
    return (await maker()?.available?.({ langs: [locale()], processLocally: true })) === 'available';
  } catch {
    return false;
  }
}

/**
 * Listens for one sentence.
 * @returns what may have been said, the likeliest first; empty where nothing was understood. And what ends the listening.
 */
export function listenOnce(): { said: Promise<string[]>; stop(): void } {
  const Recognition = maker();
  if (!Recognition) return { said: Promise.resolve([]), stop: () => {} };
  const recognizer = new Recognition();
  recognizer.lang = locale();
  recognizer.processLocally = true;
  recognizer.maxAlternatives = 3;
  const said = new Promise<string[]>((resolve) => {
    recognizer.onresult = ({ results }) => resolve(Array.from(results[0] ?? [], (one) => one.transcript));
    recognizer.onerror = () => resolve([]);
    recognizer.onend = () => resolve([]);
  });
  recognizer.start();
  return { said, stop: () => recognizer.abort() };
}
