export { bladeScene } from './blade.ts';
export { lookOf, type Look } from './looks.ts';
export { bodyAt, sceneAt, type Ink, type Label, type LabelId, type Scene, type Sight } from './scene.ts';
