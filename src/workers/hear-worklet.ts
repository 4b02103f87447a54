/** What a worklet runs in; the browser's own types have it nowhere. */
declare const AudioWorkletProcessor: new () => { readonly port: MessagePort };
declare const registerProcessor: (name: string, processor: new () => unknown) => void;

/** Samples that are sent on together. */
const PIECE = 2048;

/** Hands the microphone's samples on to whoever holds the other end of a port, in pieces; nothing else is done on the sound thread. */
class Hears extends AudioWorkletProcessor {
  private listener: MessagePort | null = null;
  private piece = new Float32Array(PIECE);
  private filled = 0;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<MessagePort>) => {
      this.listener = data;
    };
  }

  process(inputs: readonly (readonly Float32Array[])[]): boolean {
    const samples = inputs[0]?.[0];
    if (!samples) return true;
    this.piece.set(samples, this.filled);
    this.filled += samples.length;
    if (this.filled + samples.length > PIECE) {
      const full = this.piece.slice(0, this.filled);
      this.listener?.postMessage(full, [full.buffer]);
      this.filled = 0;
    }
    return true;
  }
}

registerProcessor('hears', Hears);
