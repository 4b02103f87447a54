import { useCallback, useEffect, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { forgetKept, keepRead, keptRead, type Trim } from '../../client/device-store.ts';
import type { FilmAbout } from '../../contract/clips.ts';

/** A film that was made or picked and has not been sent: kept on this device, so that nothing closes over it. */
export interface UnsentFilm {
  id: string;
  file: Blob;
  trim: Trim | null;
  adultsOnly: boolean;
  /** Set once it was made ready: the file as it goes out, and where its sending stopped. */
  ready: { file: Blob; uploadUrl: string | null } | null;
}

export type ShownFilm = UnsentFilm & { address: string };

const keyOf = (squad: string, about: FilmAbout) => `unsent film:${squad}:${about.kind === 'drill' ? about.drill : about.week}`;

/** The unsent film of a drill or week. What the device cannot keep is still here until the page goes. */
export function useUnsentFilm(squad: string, about: FilmAbout) {
  const [film, setFilm] = useState<ShownFilm | null>(null);
  const key = keyOf(squad, about);
  useEffect(() => {
    let over = false;
    setFilm(null);
    void keptRead<UnsentFilm>(key)
      .then((kept) => {
        if (kept && !over) setFilm({ ...kept.value, address: URL.createObjectURL(kept.value.file) });
      })
      .catch(() => {});
    return () => {
      over = true;
    };
  }, [key]);
  const url = film?.address;
  useEffect(() => () => (url ? URL.revokeObjectURL(url) : undefined), [url]);
  const keep = useCallback(
    (next: ShownFilm) => {
      const { address: _address, ...kept } = next;
      setFilm(next);
      void keepRead(key, kept, Date.now()).catch(() => {});
    },
    [key],
  );
  const begin = useCallback(
    (file: Blob) => keep({ id: uuid(), file, trim: null, adultsOnly: false, ready: null, address: URL.createObjectURL(file) }),
    [keep],
  );
  const forget = useCallback(() => {
    setFilm(null);
    void forgetKept(key).catch(() => {});
  }, [key]);
  return { film, begin, keep, forget };
}
