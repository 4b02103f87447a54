/** Whether this is opened in Safari on an iPhone or iPad, and not from the home screen: what is not used for 7 days is forgotten there. */
export const opensInABrowserThatForgets = (here: object): boolean => (here as { standalone?: boolean }).standalone === false;

/** A browser's window, as far as it is asked. */
interface Here {
  MediaRecorder?: unknown;
  navigator: { mediaDevices?: unknown; wakeLock?: unknown; userAgent: string; standalone?: boolean };
}

/** Apps on the home screen of an iPhone are not kept awake before iOS 18.4, although they are told that they are. */
function sleepsAllTheSame({ standalone, userAgent }: Here['navigator']): boolean {
  const [, major, minor] = (/ OS (\d+)_(\d+)/.exec(userAgent) ?? []).map(Number);
  return standalone === true && major !== undefined && minor !== undefined && (major < 18 || (major === 18 && minor < 4));
}

/** What a browser can do in a session. */
export interface ThisCan {
  keepScreenOn: boolean;
  film: boolean;
}

/** What this browser can do in a session, asked before it: what it cannot is not offered. */
export function whatThisCan(here: Here): ThisCan {
  return {
    keepScreenOn: here.navigator.wakeLock !== undefined && !sleepsAllTheSame(here.navigator),
    film: here.MediaRecorder !== undefined && here.navigator.mediaDevices !== undefined,
  };
}
