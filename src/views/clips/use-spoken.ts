import { useEffect, useRef, useState } from 'react';
import { sentenceOf } from '../../client/client.ts';
import { SPOKEN_SECONDS_MAX } from '../../contract/clips.ts';
import { t } from '../../core/text/translate.ts';
import { recordVoice } from './record-voice.ts';

/** A file as the server takes it. */
export const asBase64 = (file: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result).replace(/^[^,]*,/, ''));
    reader.onerror = () => reject(new Error(t('The recording could not be read. Try once more.')));
    reader.readAsDataURL(file);
  });

/** A line that is spoken, heard once more, and then sent or thrown away. `left` are its seconds while it is recorded; null otherwise. */
export function useSpoken() {
  const [left, setLeft] = useState<number | null>(null);
  const [made, setMade] = useState<{ file: Blob; url: string } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const recording = useRef<{ stop(): void } | null>(null);
  const url = made?.url;
  useEffect(() => () => (url ? URL.revokeObjectURL(url) : undefined), [url]);
  useEffect(() => () => recording.current?.stop(), []);
  const start = async () => {
    setProblem(null);
    setMade(null);
    try {
      const taking = await recordVoice(SPOKEN_SECONDS_MAX, setLeft);
      recording.current = taking;
      const file = await taking.file;
      setMade({ file, url: URL.createObjectURL(file) });
    } catch (error) {
      setProblem(sentenceOf(error));
    } finally {
      recording.current = null;
      setLeft(null);
    }
  };
  return { left, made, problem, start, stop: () => recording.current?.stop(), forget: () => setMade(null) };
}
