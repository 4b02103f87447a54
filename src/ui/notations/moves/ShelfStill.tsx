import { type ReactNode, useState } from 'react';

interface Props {
  drillId: string;
  /** Shown for the left foot. */
  mirror?: boolean;
  className?: string;
  /** What stands there for a drill that has no picture made when the application was built. */
  instead?: ReactNode;
}

/** The still of a drill, made when the application was built. */
export function ShelfStill({ drillId, mirror = false, className = '', instead = null }: Props) {
  const [missing, setMissing] = useState(false);
  if (missing) return instead;
  return (
    <img
      src={`/stills/${drillId}${mirror ? '-mirrored' : ''}.svg`}
      alt=""
      loading="lazy"
      decoding="async"
      className={className}
      // A picture that failed before this script ran fails no second time.
      ref={(image) => {
        if (image?.complete && image.naturalWidth === 0) setMissing(true);
      }}
      onError={() => setMissing(true)}
    />
  );
}
