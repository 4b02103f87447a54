export { Laces } from './Laces.tsx';
export { ShelfStill } from './moves/ShelfStill.tsx';
export { StageSoon } from './moves/StageSoon.tsx';
export { StillImage } from './moves/StillImage.tsx';
export { Scene } from './Scene.tsx';
export { Seam, type SeamRow } from './Seam.tsx';
export { Skyline } from './Skyline.tsx';
export { type Stair, Staircase } from './Staircase.tsx';
export { Yard } from './Yard.tsx';
