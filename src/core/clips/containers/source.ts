/** The bytes of a file, read piece by piece: heads of boxes are few, pictures many. */
export interface ByteSource {
  /** Bytes of the whole file. */
  size: number;
  /** @returns the bytes from an offset; fewer where the file ends */
  read(offset: number, length: number): Uint8Array;
}

/** What a container carries beside picture and sound, in a few words for a log and a test; null when there is nothing. */
export type Finding = string | null;

/** A file of bytes that are there already. */
export const sourceOf = (bytes: Uint8Array): ByteSource => ({
  size: bytes.length,
  read: (offset, length) => bytes.subarray(offset, Math.min(bytes.length, offset + length)),
});

const PIECE = 64 * 1024;

/** Whether a stretch of a file holds nothing but zeros. */
export function isBlank(source: ByteSource, offset: number, length: number): boolean {
  for (let at = offset; at < offset + length; at += PIECE)
    if (source.read(at, Math.min(PIECE, offset + length - at)).some((byte) => byte !== 0)) return false;
  return true;
}

export const textOf = (bytes: Uint8Array): string => String.fromCharCode(...bytes);

/** A program's name as the library that prepares clips writes it, with its version. */
const PROGRAM = /^Mediabunny( v?[\d.]+)?$/i;
export const isKnownProgram = (text: string): boolean => PROGRAM.test(text.replace(/\0+$/, ''));
