export { PictureAfter } from './PictureAfter.tsx';
export { PictureBefore } from './PictureBefore.tsx';
export { PictureClock } from './PictureClock.tsx';
export { PictureMeet } from './PictureMeet.tsx';
export { PicturePause } from './PicturePause.tsx';
export { PictureScore } from './PictureScore.tsx';
