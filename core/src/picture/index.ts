export { bladeScene } from './blade.ts';
export { lookOf, type Look } from './looks.ts';
export { sceneAt } from './scene.ts';
export type { Ink, Label, LabelId, Scene, Sight } from './sight.ts';
export { bodyAt } from './strokes.ts';
